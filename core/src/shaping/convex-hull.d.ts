declare module 'convex-hull' {
  /** Facets of the convex hull of points of one dimension, as indices; outward by the order of their corners. */
  export default function convexHull(points: readonly (readonly number[])[]): number[][];
}
