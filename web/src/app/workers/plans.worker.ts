import { expose } from 'comlink';
import { createPlansApi } from './plans-api';

expose(createPlansApi());
