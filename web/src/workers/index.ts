/** Room: what all workers of the page share: noticing that one has gone, also where it ends without a word. */
export { whenGone } from './gone.ts';
export { beginWorker } from './hold.ts';
