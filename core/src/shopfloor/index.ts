export * from './read-tape';
