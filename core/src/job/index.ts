export * from './job';
