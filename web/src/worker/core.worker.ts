import * as Comlink from 'comlink';
import { coreApi } from './core-api';

Comlink.expose(coreApi);
