/** npm start: installs, builds and serves the user's own plans (in the user's data folder, never the demo's). */
import { serve } from './serve.mjs';
import { buildPages, installPackages } from './setup.mjs';

installPackages();
buildPages();
serve({});
