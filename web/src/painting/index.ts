/** Room: painting on the finished form: which paper of the sheet a part of the skin is made of. */
export type { Painted } from './PaintedSkin.tsx';
export { PaintedSkin } from './PaintedSkin.tsx';
