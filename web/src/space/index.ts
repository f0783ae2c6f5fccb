/** Room: the figure in space on its table, drawn with WebGL: turned, played, its parts taken hold of. Its library comes when it is looked at. */
export { PoseView } from './PoseView.tsx';
export type { PosePick } from './picking.ts';
export type { PoseHands } from './poseViews.ts';
export { FreeRange, type Movable } from './grip.ts';
