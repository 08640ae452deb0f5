import { expose } from 'comlink';
import { createMatchApi } from './match-api';

expose(createMatchApi());
