/** Room: what all addresses share: the error table, input reading, and who may ask. */
export { HttpFault, errorTable, readInput, answerNotFound, buildErrorHandler } from './errors.ts';
export { guardOrigin, guardJson } from './guard.ts';
