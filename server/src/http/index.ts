/** Room: what all addresses share: the error table, input reading, and who may ask. */
export { HttpFault, badInput, errorTable, readInput, answerNotFound, buildErrorHandler } from './errors.ts';
export { guardOrigin, guardJson } from './guard.ts';
export { baseOf } from './base.ts';
