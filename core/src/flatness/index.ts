/**
 * Room: can each vertex of a pattern fold flat on its own? Even degree, Kawasaki's condition (alternate angles sum to
 * 180 degrees), Maekawa's (mountains and valleys differ by two), and the smallest sector not between like creases.
 */
export type { VertexCheck } from './vertices.ts';
export { checkVertices } from './vertices.ts';
