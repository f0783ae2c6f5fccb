#!/usr/bin/env node
/** The command line over the core: starts main.ts through tsx, so that no build step is needed. */
import { register } from 'tsx/esm/api';

register();
await import('./main.ts');
