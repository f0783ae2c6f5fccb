/**
 * Room: every change on its way to the server. Kept in the browser by the tab that made it until it is acknowledged; what a
 * closed tab left is taken over; versions that grew apart are merged, or wait as a clash until the folder decides.
 */
export type { Address, Entry, Version } from './entry.ts';
export { keyOf } from './entry.ts';
export { Outbox, browserWorld } from './outbox.ts';
export { Shelf } from './shelf.ts';
export type { SendState, Waiting } from './slice.ts';
export { documentMerged, documentSaved, listEntries, outboxSlice } from './slice.ts';
export { alone, findAlive, ownTab, showAlive } from './tabs.ts';
