/** npm run demo: installs, builds, seeds a demo database of its own, serves it and prints the address. */
import { join } from 'node:path';
import { serve } from './serve.mjs';
import { buildPages, installPackages, root } from './setup.mjs';

installPackages();
buildPages();
serve({ SEED: 'demo', DB_FILE: process.env.DB_FILE ?? join(root, '.data', 'demo.sqlite') });
