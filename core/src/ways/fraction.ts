/** Parts of an edge: finer divisions than this are not folded. */
export const MOST_PARTS = 64;

/** What the rounding of a written share can leave. */
const ROUNDING = 1e-12;

/** The fraction a share is, in lowest terms, where it is one of up to 64 parts. */
export function asFraction(share: number): { readonly top: number; readonly bottom: number } | undefined {
  for (let bottom = 2; bottom <= MOST_PARTS; bottom++) {
    const top = Math.round(share * bottom);
    if (top > 0 && top < bottom && Math.abs(top / bottom - share) < ROUNDING) return { top, bottom };
  }
  return undefined;
}
