/** What is taken along of a plan: its booklet, its pattern at full size, models and tables for other programs. */
export { TakeLeaf } from './TakeLeaf.tsx';
