export * from './elevation';
