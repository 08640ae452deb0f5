export * from './elevation';
export * from './star';
