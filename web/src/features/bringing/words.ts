import type { Meaning } from '@jade/core/intake';
import type { ArchiveLook, Keeping } from '../../api/index.ts';
import type { LineLook } from '@jade/core/formats';
import type { SheetShape } from '@jade/core/sheet';

/** Words and sentences of bringing in; those with figures in them are functions. */
export const WORDS = {
  title: 'Bring in',
  choose: 'Choose a file',
  another: 'Another file',
  fileToBringIn: 'File to bring in',
  dropHere: 'Let it fall here, or choose it.',
  letGo: 'Let go to bring it in',
  whatCanCome: 'What can come in',
  reading: 'The file is being read …',
  looking: 'Looking it over …',
  linesMean: 'Which line is what',
  line: 'line',
  takenAs: 'taken as',
  size: 'Size',
  side: 'How long is its side?',
  sideLater: 'Leave it empty to decide under Paper.',
  ends: 'Ends that should meet',
  reach: 'join what is nearer than, in % of its size',
  places: 'Places that hinder',
  layers: 'Order of layers',
  counting: 'Its layers are being ordered …',
  stillCounting: 'One is found; the others are being counted …',
  stop: 'Stop',
  stopped: 'Stopped; the orders found so far are kept.',
  begin: 'Begin',
  name: 'Name',
  designer: 'Designer',
  designerNote: 'The file names nobody; what stays empty is marked so.',
  creasesBy: 'Its creases are pressed',
  byMarks: 'one by one, each found by its marks',
  byPrint: 'along a pattern printed at full size',
  alsoResting: 'press its resting creases too',
  asNew: 'as a new plan',
  asThis: 'as the beginning of this plan',
  thisHasSteps: 'This plan has steps already; what comes in becomes a plan of its own.',
  isBegun: 'The plan is begun.',
  openPlan: 'Open the plan',
  beginPlan: 'Begin the plan with it',
  working: 'The creases are put in a folder’s order …',
  moveIt: 'Move it there',
  evenAll: 'Even all angles out',
  freeSenses: 'Find mountains and valleys anew',
  asDrawn: 'Back to as it was drawn',
  picture: 'The pattern as it lies in the file',
  takeItIn: 'Take it in',
  leaveIt: 'Leave it',
  plan: 'A plan file',
  drawer: 'A drawer of papers',
  archive: 'Everything of a folder',
  archiveIsRead: 'The archive is being read …',
  whatItBrings: 'What it brings',
  whereBothHaveIt: 'Where something is here already and differs',
  notRead: 'The file could not be read; choose it again.',
} as const;

export const KINDS_THAT_COME: readonly { readonly word: string; readonly says: string }[] = [
  {
    word: 'Crease pattern',
    says: '.fold, .svg or .dxf: looked over, its layers ordered, and a plan begun with it',
  },
  { word: 'Plan', says: 'a plan file of this program, with its runs and diary' },
  { word: 'Paper drawer', says: 'a table of papers as CSV' },
  { word: 'Archive', says: 'everything of a folder, as saved under Settings' },
];

export const MEANINGS: Readonly<Record<Meaning, string>> = {
  B: 'rim of the sheet',
  M: 'mountain',
  V: 'valley',
  U: 'folded, either way',
  F: 'resting crease',
  out: 'leave out',
};

const DASHES: Readonly<Record<LineLook['dash'], string>> = {
  solid: 'solid',
  dashed: 'dashed',
  chain: 'dash and dot',
  'double-chain': 'dash and two dots',
  dotted: 'dotted',
};

/** A look in words: "red, dashed, in Mountain". */
export function sayLook(look: LineLook, isFold: boolean): string {
  if (isFold) return `letter ${look.layer}`;
  return [
    ...(look.isFilled ? ['outline of something filled'] : [DASHES[look.dash]]),
    ...(look.layer === '' ? [] : [`in ${look.layer}`]),
  ].join(', ');
}

export const sayUnits = (side: number, shape: SheetShape['kind']): string =>
  side === 1
    ? 'The file counts in sides of the sheet.'
    : `The ${shape === 'triangle' ? 'half-square' : shape} is ${Number(side.toPrecision(6))} units${shape === 'triangle' ? ' on its leg' : shape === 'rectangle' ? ' on its shorter side' : ''}.`;

/** "12 ends joined in 5 places, the farthest 0.8 units off". */
export const sayJoined = (joined: readonly { ends: number; apart: number }[]): string =>
  joined.length === 0
    ? 'All ends meet; nothing had to be joined.'
    : `${plural(
        joined.reduce((s, j) => s + j.ends, 0),
        'end',
      )} joined in ${plural(joined.length, 'place')}, the farthest ${short(Math.max(...joined.map((j) => j.apart)))} units off (rings).`;

export const sayAdded = (count: number): string =>
  count === 0 ? '' : `${plural(count, 'crossing')} without a point of its own added (squares).`;

export const sayApart = (lines: number, leftOut: Readonly<Record<string, number>>): string => {
  const others = Object.entries(leftOut).map(([word, n]) => plural(n, word));
  const parts = [...(lines > 0 ? [`${plural(lines, 'line')} beside the sheet`] : []), ...others];
  return parts.length === 0 ? '' : `Left out: ${parts.join(', ')}.`;
};

export const sayInnerRims = (count: number): string =>
  count === 0
    ? ''
    : `${plural(count, 'stretch', 'stretches')} drawn as the rim lie inside the sheet; they are taken as folded either way.`;

export const saySystem = (
  system: { kind: 'grid'; parts: number } | { kind: 'angles'; degrees: number } | null,
): string => {
  if (!system) return 'Its creases follow no system this program knows.';
  return system.kind === 'grid'
    ? `All of it lies on a grid of ${system.parts}.`
    : `All its creases run in multiples of ${system.degrees}°.`;
};

export const sayOrders = (count: string | null | undefined, shown: number, isSaid: boolean): string => {
  const said = isSaid ? ' The first is the one the file says.' : '';
  if (count === undefined) return WORDS.stillCounting;
  if (count === null)
    return `Its layers can lie in more orders than were counted; ${shown} are shown.${said}`;
  if (count === '1') return 'Its layers can lie in one order only.';
  return `Its layers can lie in ${Number(count).toLocaleString('en')} orders${Number(count) > shown ? `; ${shown} are shown` : ''}. Choose one.${said}`;
};

export const sayNone = (because: 'senses' | 'folds', count: number): string =>
  because === 'senses'
    ? `It cannot lie flat: the senses of ${plural(count, 'crease')} (marked) cannot hold together. Turn one, or let mountains and valleys be found.`
    : `It cannot lie flat: layers collide at ${plural(count, 'crease')} (marked) whatever their senses are.`;

export const sayPattern = (facets: number, creases: number, resting: number, liesFlat: boolean): string =>
  `${liesFlat ? 'It lies flat: ' : ''}${plural(creases, 'folded stretch', 'folded stretches')}${resting > 0 ? `, ${resting} resting` : ''}, ${plural(facets, 'facet')}.`;

export const sayMend = (by: number): string =>
  `One place explains it: moved by ${short(by)} units, every angle closes (arrow).`;
export const sayEvening = (by: number): string =>
  `Moving every vertex by at most ${short(by)} units would close all angles.`;

export const sayBegun = (byPlace: number, otherwise: number, isPrintedInstead: boolean): string =>
  [
    ...(isPrintedInstead
      ? ['Its creases are too many to be found one by one: they are pressed along a print.']
      : []),
    ...(byPlace > 0
      ? [`For ${plural(byPlace, 'crease')} no marks were found: they are given by their place.`]
      : []),
    ...(otherwise > 0 ? [`${plural(otherwise, 'pair')} of layers came out the other way round.`] : []),
  ].join(' ');

export const sayPlanFile = (steps: number, runs: number, entries: number): string =>
  `${plural(steps, 'step')}, ${plural(runs, 'run')} at the bench, ${plural(entries, 'diary entry', 'diary entries')}.`;

export const sayPapers = (count: number, known: number): string =>
  `${plural(count, 'paper')}${known > 0 ? `, ${known} of them in place of the same here` : ''}.`;

export const KEEPINGS: readonly { readonly value: Keeping; readonly label: string }[] = [
  { value: 'mine', label: 'keep mine' },
  { value: 'theirs', label: 'take theirs' },
  { value: 'both', label: 'keep both' },
];

/** What taking an archive in would change. */
export function sayArchive({ isNew, same, differs, unread }: ArchiveLook): string {
  const parts = [
    `${isNew} new`,
    `${same} the same as here`,
    ...(differs.length > 0 ? [`${differs.length} here already and not the same`] : []),
    ...(unread > 0
      ? [`${unread} this version cannot read (kept as they are, and offered for download on Cast)`]
      : []),
  ];
  return `It brings ${parts.join(', ')}.${differs.length > 0 ? ' What is replaced can be fetched back: plans from their revisions, the rest for a week.' : ''}`;
}

const short = (v: number): string => String(Number(v.toPrecision(2)));
const plural = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;
