/** What the folder can make, by name; the composer asks for what each needs. */
export type Tool =
  | 'valley'
  | 'mountain'
  | 'crease'
  | 'pinch'
  | 'pleat'
  | 'narrow'
  | 'blintz'
  | 'inside'
  | 'outside'
  | 'crimp'
  | 'accordion'
  | 'sink'
  | 'closed'
  | 'unsink'
  | 'spread'
  | 'collapse'
  | 'squash'
  | 'petal'
  | 'ear'
  | 'swivel'
  | 'tuck'
  | 'pull'
  | 'unfold'
  | 'turn'
  | 'rotate';

/** How the crease is found. */
export type Method = 'onto' | 'through' | 'bisector' | 'across' | 'angle' | 'length';

/** Whether the paper that moves is pointed at: never, if wished, always, or as two layers of a flap. */
type PaperNeed = 'none' | 'optional' | 'needed' | 'pair';

export interface ToolSpec {
  readonly word: string;
  readonly key: string;
  /** Its mark in print notation, in a box of 24. */
  readonly path: string;
  /** What points it asks for; a line is found by one of the methods. */
  readonly points: readonly string[] | 'line';
  readonly paper: PaperNeed;
  readonly paperPrompt?: string;
}

const line = 'line' as const;
const MOVES = 'Choose the paper that moves';

export const TOOLS: Readonly<Record<Tool, ToolSpec>> = {
  valley: {
    word: 'Valley fold',
    key: 'V',
    path: 'M4 17Q11 3 19 13M19 13l-5-2 4-4z',
    points: line,
    paper: 'optional',
  },
  mountain: {
    word: 'Mountain fold',
    key: 'M',
    path: 'M4 17Q11 3 19 13M19 13l-5.5-1',
    points: line,
    paper: 'optional',
  },
  crease: {
    word: 'Fold and unfold',
    key: 'C',
    path: 'M4 14Q12 4 20 14M20 14l-5-1 3-4zM4 14l5-2',
    points: line,
    paper: 'none',
  },
  pinch: { word: 'Pinch', key: 'P', path: 'M3 12h18M12 8v8', points: line, paper: 'none' },
  pleat: {
    word: 'Pleat',
    key: 'L',
    path: 'M3 16h7l4-6h7M10 16l1-5M14 10l-1 5',
    points: [
      'Choose where the first crease crosses the strip',
      'Choose where the second crease crosses it',
      'Choose the end of the strip that moves',
    ],
    paper: 'none',
  },
  narrow: {
    word: 'Narrow',
    key: 'W',
    path: 'M12 3v18M5 8l5 4M19 8l-5 4M10 12l-4 0M14 12l4 0',
    points: [
      'Choose the tip of the flap',
      'Choose a point of its axis',
      'Choose a point on one edge',
      'Choose a point on the other edge',
    ],
    paper: 'none',
  },
  blintz: {
    word: 'Blintz',
    key: 'B',
    path: 'M12 3l9 9-9 9-9-9zM3 3l6 6M21 3l-6 6M21 21l-6-6M3 21l6-6',
    points: ['Choose the place all corners of the sheet come to'],
    paper: 'none',
  },
  inside: {
    word: 'Inside reverse',
    key: 'I',
    path: 'M4 19L12 5l3 9M15 14l-4 1',
    points: line,
    paper: 'optional',
  },
  outside: {
    word: 'Outside reverse',
    key: 'O',
    path: 'M4 19L12 5l7 6M19 11l-5-1',
    points: line,
    paper: 'optional',
  },
  crimp: {
    word: 'Crimp',
    key: 'J',
    path: 'M3 14l7-4 3 5 8-5M10 10l0 5M13 15l0-5',
    points: [
      'Choose where the first crease crosses the limb',
      'Choose where the second crease crosses it',
      'Choose the tip of the limb',
    ],
    paper: 'none',
  },
  accordion: {
    word: 'Accordion',
    key: 'Y',
    path: 'M4 19L12 4l8 15M7 14h10M9 10h6',
    points: [
      'Choose where the lowest crease crosses the axis',
      'Choose where the highest crease crosses it',
      'Choose the point that is pleated',
    ],
    paper: 'none',
  },
  sink: {
    word: 'Open sink',
    key: 'S',
    path: 'M4 19L12 6l8 13M12 6v8M12 14l-2-3M12 14l2-3',
    points: line,
    paper: 'optional',
  },
  closed: {
    word: 'Closed sink',
    key: 'D',
    path: 'M4 19L12 6l8 13M8 13h8M12 6v7',
    points: line,
    paper: 'optional',
  },
  unsink: {
    word: 'Bring out',
    key: 'F',
    path: 'M4 19l5-9h6l5 9M12 14V4M12 4l-2 3M12 4l2 3',
    points: line,
    paper: 'optional',
  },
  spread: {
    word: 'Spread sink',
    key: 'Z',
    path: 'M3 19L9 9h6l6 10M9 9l3 5 3-5M12 3v7M12 10l-2-3M12 10l2-3',
    points: ['Choose the tip that is pushed in', 'Choose the place it comes to'],
    paper: 'needed',
    paperPrompt: 'Choose paper that stays where it is',
  },
  collapse: {
    word: 'Collapse',
    key: 'X',
    path: 'M12 4v16M4 12h16M6 6l3 3M18 6l-3 3M6 18l3-3M18 18l-3-3',
    points: [],
    paper: 'needed',
    paperPrompt: 'Choose paper that stays where it is',
  },
  squash: {
    word: 'Squash fold',
    key: 'Q',
    path: 'M4 18L12 5l8 13zM12 5v13',
    points: [
      'Choose the closed corner the flap turns about',
      'Choose the far end of the crease the flap hangs on',
      'Choose the far end of the folded edge that is opened',
      'Choose where that edge comes to lie',
    ],
    paper: 'pair',
    paperPrompt: 'Choose the flap, on the side that opens',
  },
  petal: {
    word: 'Petal fold',
    key: 'E',
    path: 'M12 3c4 5 4 12 0 18c-4-6-4-13 0-18M5 14l4-4M19 14l-4-4',
    points: [
      'Choose the tip that is lifted',
      'Choose the closed corner across from it',
      'Choose the corner at one side',
      'Choose the corner at the other side',
    ],
    paper: 'optional',
    paperPrompt: 'Choose the layer that is lifted',
  },
  ear: {
    word: 'Rabbit ear',
    key: 'A',
    path: 'M4 19h16L12 4zM12 13L4 19M12 13l8 6M12 13V4',
    points: [
      'Choose the tip of the ear',
      'Choose the corner it leans away from',
      'Choose the corner it leans to',
    ],
    paper: 'needed',
    paperPrompt: 'Choose paper that stays where it is',
  },
  swivel: {
    word: 'Swivel fold',
    key: 'H',
    path: 'M5 19V6l12 13M5 12a8 8 0 0 1 6 1M11 13l-3 1',
    points: [
      'Choose the point everything turns about',
      'Choose a point of the edge that is narrowed',
      'Choose a point of the flap',
      'Choose a point of the layer that is drawn along',
    ],
    paper: 'needed',
    paperPrompt: 'Choose paper that stays where it is',
  },
  tuck: {
    word: 'Tuck in',
    key: 'K',
    path: 'M4 8h16M4 16h16M6 4Q16 6 15 12M15 12l-3-2M15 12l2-3',
    points: line,
    paper: 'optional',
  },
  pull: {
    word: 'Pull out',
    key: 'G',
    path: 'M4 8h9M4 16h9M10 12h10M20 12l-4-2M20 12l-4 2',
    points: line,
    paper: 'needed',
  },
  unfold: { word: 'Unfold', key: 'U', path: 'M20 15Q12 4 4 14M4 14l5-1M4 14l1-5', points: [], paper: 'none' },
  turn: {
    word: 'Turn over',
    key: 'T',
    path: 'M3 17c8 0 14-10 9-10s1 10 9 10M21 17l-4-3',
    points: [],
    paper: 'none',
  },
  rotate: {
    word: 'Rotate',
    key: 'R',
    path: 'M17 6a7 7 0 1 0 2 8M17 6l1 5M17 6l-5 0',
    points: [],
    paper: 'none',
  },
};

export const paperPromptOf = (tool: Tool): string => TOOLS[tool].paperPrompt ?? MOVES;

/** True where the paper that is pointed at moves, so that it matters how many layers are taken. */
export const movesLayers = (tool: Tool): boolean => TOOLS[tool].points === 'line' || tool === 'squash';

/** The tools as they stand in the tray. */
export const GROUPS: readonly { readonly name: string; readonly tools: readonly Tool[] }[] = [
  { name: 'Fold', tools: ['valley', 'mountain', 'crease', 'pinch', 'pleat', 'narrow', 'blintz'] },
  { name: 'Reverse and crimp', tools: ['inside', 'outside', 'crimp', 'accordion'] },
  { name: 'Sink', tools: ['sink', 'closed', 'unsink', 'spread'] },
  { name: 'Collapse', tools: ['collapse', 'squash', 'petal', 'ear', 'swivel'] },
  { name: 'Layers', tools: ['tuck', 'pull', 'unfold'] },
  { name: 'Turn', tools: ['turn', 'rotate'] },
];

/** How many creases of the sheet a tool asks to be clicked, at least; 0 where it asks for none. */
export const creasesWanted = (tool: Tool): number => ({ collapse: 2, spread: 1 })[tool as string] ?? 0;

/** Tools that differ only in how the same choices are used: changing between them keeps the choices. */
const KIN: readonly (readonly Tool[])[] = [
  ['valley', 'mountain', 'inside', 'outside', 'sink', 'closed', 'unsink', 'tuck'],
  ['pleat', 'crimp'],
];
export const areKin = (a: Tool, b: Tool): boolean => KIN.some((k) => k.includes(a) && k.includes(b));

/** The tool of a key, as pressed. */
export const toolOfKey = (key: string): Tool | undefined =>
  (Object.keys(TOOLS) as Tool[]).find((t) => TOOLS[t].key === key.toUpperCase());

/** Methods that make sense for a tool: a pinch needs a line it lies on. */
export const methodsOf = (tool: Tool): readonly Method[] =>
  tool === 'pinch' ? ['onto', 'across'] : ['onto', 'through', 'bisector', 'across', 'angle', 'length'];

/** What each method asks for. */
export const METHODS: Readonly<
  Record<Method, { readonly word: string; readonly points: readonly string[] }>
> = {
  onto: {
    word: 'a point onto a point',
    points: ['Choose the point to bring', 'Choose the place it comes to'],
  },
  through: {
    word: 'through two points',
    points: ['Choose a point the crease runs through', 'Choose a second point it runs through'],
  },
  bisector: {
    word: 'halving an angle',
    points: [
      'Choose a point on the side that moves',
      'Choose the corner of the angle',
      'Choose a point on the side it comes to',
    ],
  },
  across: {
    word: 'straight across a line',
    points: [
      'Choose where the crease crosses',
      'Choose one end of the line it crosses squarely',
      'Choose the other end of that line',
    ],
  },
  angle: {
    word: 'by how far a limb turns',
    points: ['Choose where the limb bends', 'Choose the tip of the limb'],
  },
  length: {
    word: 'to a length of the flap',
    points: ['Choose the tip of the flap', 'Choose where the flap begins'],
  },
};
