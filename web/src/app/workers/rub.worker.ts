import { expose } from 'comlink';
import { createRubApi } from './rub-api';

expose(createRubApi());
