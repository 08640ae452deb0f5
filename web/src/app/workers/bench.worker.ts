import { expose } from 'comlink';
import { createBenchApi } from './bench-api';

expose(createBenchApi());
