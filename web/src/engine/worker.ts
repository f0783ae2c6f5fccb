import * as Comlink from 'comlink';
import { beginWorker } from '../workers/index.ts';
import { buildEngine } from './engine.ts';

beginWorker();
Comlink.expose(buildEngine());
