import * as Comlink from 'comlink';
import { beginWorker } from '../workers/hold.ts';
import { buildEngine } from './engine.ts';

beginWorker();
Comlink.expose(buildEngine());
