export * from './assess';
export * from './cures';
export * from './judge-sources';
export * from './lacks';
export * from './needs';
export * from './taped';
export * from './unreadable';
