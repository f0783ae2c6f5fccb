/**
 * Room: reading what was kept. One reader and one ladder of versions for whatever is written down and read again: plan
 * files, rows of the database, copies kept in the browser. Anything else gives issues that name the place.
 */
export type { DocumentKind, DocumentOf, KeptDocument, Lift } from './kinds.ts';
export { documentKinds, wordOfKind } from './kinds.ts';
export { readDocument, readPlanFile, ladder, DOCUMENT_VERSION } from './read.ts';
