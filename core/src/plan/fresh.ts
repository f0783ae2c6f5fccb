import { type DrawerPaper, findPaperKind } from '../paper/index.ts';
import type { PaperChoice, Plan } from './schema.ts';

/** A paper of the drawer as a plan keeps it. */
export function toPaperChoice(p: DrawerPaper): PaperChoice {
  return {
    name: p.name,
    kind: p.kind,
    grammage: p.grammage,
    caliperMm: p.caliperMm,
    drawerId: p.id,
    drill: null,
    front: { name: p.frontName, hex: p.frontHex },
    back: { name: p.backName, hex: p.backHex },
  };
}

/** A plan begun: a name, a square of two-colour paper, and nothing decided yet. */
export function buildPlan(name: string): Plan {
  const kind = findPaperKind('two-colour')!;
  return {
    name,
    cast: '',
    tags: [],
    origin: { designer: '', source: '', year: '', permission: '', licence: '' },
    sheet: {
      shape: { kind: 'square' },
      sideMm: null,
      handling: 'fingers',
      trimMm: 0,
      keepGrain: false,
      halfOf: null,
    },
    paper: {
      name: kind.name,
      kind: kind.id,
      grammage: kind.grammage,
      caliperMm: kind.caliperMm,
      front: { name: 'slate', hex: '#a9bcc6' },
      back: { name: 'oat', hex: '#f3e9d3' },
      drawerId: null,
      drill: null,
    },
    brief: {
      subject: name,
      pose: '',
      target: { dimension: 'height', mm: null, tolerancePercent: 5, bound: 'about', toMm: null },
      other: null,
      places: [],
      hardest: null,
      depth: null,
      budget: null,
      sides: [],
      rules: 'square',
      copies: 1,
      date: null,
    },
    limbs: [],
    figure: null,
    baseId: null,
    ownBase: null,
    marks: [],
    points: {},
    zones: [],
    steps: [],
    repeats: [],
    alternatives: [],
    sizeStep: null,
    shaping: [],
    pieces: [],
    fits: [],
    finish: {
      feet: null,
      spine: null,
      openedDegrees: null,
      posture: 'stands',
      wetFolded: false,
      damping: { sizing: 'light', humidity: 50, celsius: 20 },
      tools: [],
      actions: [],
      locks: [],
    },
  };
}
