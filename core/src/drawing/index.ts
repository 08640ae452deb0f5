export * from './elevation';
export * from './star';
export * from './underside';
