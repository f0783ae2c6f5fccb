/** Room: a step shown as a moving sheet: motions from their own worker, drawn with WebGL, and stills where none serves. */
export { PlayLeaf } from './PlayLeaf.tsx';
export { SignLeaf } from './SignLeaf.tsx';
export { TermLeaf, TermText } from './TermText.tsx';
export { motionOf } from './client.ts';
