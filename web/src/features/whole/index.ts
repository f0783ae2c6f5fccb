/** Room: the whole of a model of several pieces. */
export { WholePage } from './WholePage.tsx';
