/** Feature: bringing in what comes from outside, looked at before it is taken. */
export { BringLeaf } from './BringLeaf.tsx';
