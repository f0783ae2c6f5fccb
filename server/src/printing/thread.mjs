// A thread starts without the loader of the one that starts it: TypeScript has to be registered first.
import { register } from 'tsx/esm/api';

register();
await import('./thread.ts');
