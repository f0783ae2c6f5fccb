/**
 * Room: colours on paper. Contrast of two colours (WCAG 2.2) and line colours moved in lightness until they can be told
 * from the paper they lie on. Colours are "#rrggbb". Does not know themes.
 */

type Rgb = readonly [number, number, number];

const toRgb = (hex: string): Rgb =>
  [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16) / 255) as unknown as Rgb;
const toHex = (rgb: Rgb): string =>
  `#${rgb
    .map((v) =>
      Math.round(Math.min(1, Math.max(0, v)) * 255)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;

/** True for "#rrggbb". */
export const isColour = (text: string): boolean => /^#[0-9a-f]{6}$/i.test(text);

function luminance(hex: string): number {
  const [r, g, b] = toRgb(hex).map((v) =>
    v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4,
  ) as unknown as Rgb;
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

/** Contrast ratio of two colours, 1 to 21 (WCAG 2.2, relative luminance). */
export function contrastOf(a: string, b: string): number {
  const [x, y] = [luminance(a), luminance(b)];
  return (Math.max(x, y) + 0.05) / (Math.min(x, y) + 0.05);
}

const mix = (from: Rgb, to: Rgb, t: number): Rgb =>
  from.map((v, i) => v + (to[i]! - v) * t) as unknown as Rgb;

/**
 * The line colour moved towards black or white, whichever needs less, until it reaches `ratio` against the paper. Keeps
 * its hue as long as it can; every paper colour has black or white at 4.5 or more, so ratios up to 4.5 always succeed.
 */
export function lineOnPaper(line: string, paper: string, ratio: number): string {
  if (contrastOf(line, paper) >= ratio) return line;
  for (let t = 0.02; t <= 1.0001; t += 0.02) {
    for (const goal of [
      [0, 0, 0],
      [1, 1, 1],
    ] as const) {
      const moved = toHex(mix(toRgb(line), goal, Math.min(1, t)));
      if (contrastOf(moved, paper) >= ratio) return moved;
    }
  }
  return contrastOf('#000000', paper) > contrastOf('#ffffff', paper) ? '#000000' : '#ffffff';
}

/** The paper a shade darker (or lighter on dark paper), for facets farther down in the stack. */
export function shadeOf(paper: string, depth: number): string {
  const goal: Rgb = luminance(paper) > 0.12 ? [0.1, 0.14, 0.13] : [1, 1, 1];
  return toHex(mix(toRgb(paper), goal, Math.min(0.22, depth)));
}
