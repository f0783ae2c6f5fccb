import * as Comlink from 'comlink';
import { buildEngine } from './engine.ts';

Comlink.expose(buildEngine());
