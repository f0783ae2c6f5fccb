/**
 * Room: the sheet moving between two flat states. A common mesh of both, the rigid motion of simple folds, a
 * quasi-static sheet solver for everything else, and how true a motion is to paper. Positions in sheet sides. Knows no
 * interface; what is shown and how fast is decided where it is drawn.
 */
export type { Play } from './play.ts';
export { PLAY_FRAMES, buildPlay } from './play.ts';
export type { PlayedStep } from './step.ts';
export { playStep } from './step.ts';
export { drawStill } from './stills.ts';
export type { Truth } from './score.ts';
export type { Hinge, PlayMesh } from './mesh.ts';
export { buildPlayMesh, triangulate } from './mesh.ts';
