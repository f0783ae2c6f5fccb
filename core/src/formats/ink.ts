/** Names of inks a drawing may use; others are read as no ink said. */
const NAMED: Readonly<Record<string, string>> = {
  black: '#000000',
  white: '#ffffff',
  red: '#ff0000',
  crimson: '#dc143c',
  blue: '#0000ff',
  navy: '#000080',
  green: '#008000',
  lime: '#00ff00',
  gray: '#808080',
  grey: '#808080',
  silver: '#c0c0c0',
  lightgray: '#d3d3d3',
  lightgrey: '#d3d3d3',
  darkgray: '#a9a9a9',
  orange: '#ffa500',
  purple: '#800080',
  magenta: '#ff00ff',
  cyan: '#00ffff',
  yellow: '#ffff00',
  brown: '#a52a2a',
};

/** A colour of a drawing as "#rrggbb"; null where it is none this reads (gradients, variables). */
export function toInk(colour: string): string | null {
  const text = colour.trim().toLowerCase();
  if (Object.hasOwn(NAMED, text)) return NAMED[text]!;
  if (/^#[0-9a-f]{6}/.test(text)) return text.slice(0, 7);
  if (/^#[0-9a-f]{3}$/.test(text)) return `#${[...text.slice(1)].map((c) => c + c).join('')}`;
  const parts = /^rgba?\(\s*(\d+)\s*[, ]\s*(\d+)\s*[, ]\s*(\d+)/.exec(text);
  if (!parts) return null;
  return `#${parts
    .slice(1, 4)
    .map((v) => Math.min(255, Number(v)).toString(16).padStart(2, '0'))
    .join('')}`;
}

/** What an ink is called: grey and black by how dark they are, others by their hue. */
export function inkWord(ink: string): 'black' | 'grey' | 'red' | 'green' | 'blue' | 'other' {
  const [r, g, b] = [1, 3, 5].map((i) => Number.parseInt(ink.slice(i, i + 2), 16)) as [
    number,
    number,
    number,
  ];
  const [low, high] = [Math.min(r, g, b), Math.max(r, g, b)];
  if (high - low < 40) return high < 90 ? 'black' : 'grey';
  if (high === r && g < 0.65 * r && b < 0.65 * r) return 'red';
  if (high === b && r < 0.65 * b) return 'blue';
  return high === g && r < 0.75 * g && b < 0.85 * g ? 'green' : 'other';
}
