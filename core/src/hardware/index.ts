export * from './thread';
export * from './hose-reach';
export * from './bar-link';
