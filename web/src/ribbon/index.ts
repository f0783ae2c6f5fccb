/** Room: the pleated strip across the top: where one is, each pleat with its one telling figure and its state. */
export { Ribbon } from './Ribbon.tsx';
export type { PleatItem } from './Ribbon.tsx';
