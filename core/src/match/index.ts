export * from './assess';
export * from './axle-steps';
export * from './cures';
export * from './judge-sources';
export * from './lacks';
