import type { FitFault, FitReading, Whole } from '@jade/core/whole';
import { type LengthUnit, toFigure, toLengthText } from '@jade/core/units';

/** Sentences and labels of the whole that stand in one place only. */
export const WORDS = {
  whole: 'The whole',
  pieces: 'Pieces',
  piecesSay:
    'Each has a sheet, steps and colours of its own; open one to plan and fold it. They are folded in this order.',
  onePiece:
    'This model is folded from one piece of paper. Where it shall be of more (both halves of a square cut along its diagonal, a hat, a base, a band, units that are joined), add them here; each gets a sheet and steps of its own.',
  addPiece: 'Add a piece',
  pieceName: 'What the new piece is',
  itsSheet: 'Its sheet',
  ownSheet: 'a sheet of its own',
  otherHalf: 'the other half of the first one’s square',
  alikeTo: 'folded as the first one is, up to step',
  halfNote: 'The first piece becomes a half square too; its folds are tried on it anew.',
  leaveOut: 'leave out',
  earlier: 'earlier',
  open: 'open',
  fits: 'How they go together',
  fitsSay: 'In this order. Judged on the flat forms, with the thickness of all layers that go in.',
  noFits: 'Nothing joins them yet: choose an edge of one and where it goes on another.',
  addFit: 'Join two pieces',
  kind: 'How',
  kinds: { pocket: 'slid into a pocket', edges: 'edge to edge', 'laid on': 'laid on and glued' },
  tab: 'The edge that goes in, or on',
  mouth: 'Where it goes',
  chooseTwo: 'press two points',
  noPoint:
    'Points stand at corners, crossings of creases and corners of layers. Where one is missing, pinch a mark in Folds.',
  deep: 'How far past it',
  shift: 'Along it',
  turn: 'Out of parallel, °',
  side: 'Lies',
  sides: { 'in front': 'in front', behind: 'behind' },
  fitName: 'What it is called',
  keep: 'See whether it fits',
  dots: 'Dots of glue',
  dotSize: 'each, mm',
  glued: 'with dots of glue',
  gluing:
    'Read the label of the glue: how long it is clamped, when it holds, what air it needs. A clamp of paper clips over scrap leaves no mark.',
  window: 'How large it can be made',
  windowSay: 'All sheets grow together, so that the pieces go on fitting. Shares of what they are now.',
  noWindow: 'The window opens once each piece has a step.',
  folding: 'Folding the pieces …',
  rulesTake: 'The note stays; nothing is blocked.',
  putAll: 'Make all sheets this large',
  nameOf: 'Name of the piece',
  cuts: 'Sheets',
  inNoDrawer: 'which is in no drawer',
  choosePaper: 'Choose papers of the drawer to see how they are cut.',
  toPaper: 'To Paper',
  cancel: 'Cancel',
  chooseOther: 'Choose two pieces that are not the same.',
} as const;

export const mmText = (mm: number, unit: LengthUnit): string => toLengthText(mm, unit).text;

/** What a fit is judged, in a sentence with its numbers. */
export function sayFit(f: FitReading, unit: LengthUnit): string {
  const mm = (value: number): string => mmText(Math.abs(value), unit);
  const at = f.atMm < 0.5 ? 'at the mouth' : `${mm(f.atMm)} behind the mouth`;
  switch (f.verdict) {
    case 'snug':
      return f.kind === 'edges'
        ? `The edges are ${mm(f.tabMm)} and ${mm(f.mouthMm)} long: they fit to ${mm(f.slackMm)}.`
        : `It goes in and sits snug: ${mm(f.slackMm)} to spare, ${at}.`;
    case 'fits':
      return `It goes in, with ${mm(f.slackMm)} to spare at its narrowest, ${at}.`;
    case 'loose':
      return `It goes in and slides about: ${mm(f.slackMm)} to spare even at the narrowest, ${at}.`;
    case 'too tight':
      return `It does not go in: ${mm(f.slackMm)} too wide, ${at}.`;
    case 'too deep':
      return `The pocket is ${mm(f.pocketMm ?? 0)} deep: it does not go in so far.`;
    case 'edges differ':
      return f.slackMm < 0
        ? `The edge laid on is ${mm(f.slackMm)} longer than the other (${mm(f.tabMm)} on ${mm(f.mouthMm)}).`
        : `The edge laid on is ${mm(f.slackMm)} shorter than the other (${mm(f.tabMm)} on ${mm(f.mouthMm)}).`;
    case 'laid on':
      return f.glue
        ? `Laid on, ${mm(f.tabMm)} wide.`
        : `Laid on, ${mm(f.tabMm)} wide: nothing holds it but glue; give it dots, or a pocket.`;
  }
}

export const isGood = ({ verdict }: Pick<FitReading, 'verdict'>): boolean =>
  verdict === 'snug' || verdict === 'fits' || verdict === 'laid on';

export const sayGlue = (glue: NonNullable<FitReading['glue']>): string =>
  `Its dots cover ${toFigure(glue.dotsMm2, 0)} of ${toFigure(glue.overlapMm2, 0)} mm² that lie together${
    glue.isTooMuch ? ': more than a third, it may come out at the sides' : ''
  }.`;

export const sayApart = (mm: number, unit: LengthUnit): string =>
  `In space they come apart by ${mmText(mm, unit)}: shape both alike, or leave both flat there.`;

const FAULTS: Readonly<Record<FitFault['fault'], string>> = {
  'no piece': 'one of its pieces is gone',
  'no place': 'a place it was joined at is gone',
  'no paper': 'its mouth does not run along one layer of paper; choose both ends on one edge',
  'no room': 'behind this edge there is no pocket: the paper is closed there, or nothing lies in front',
};

export const sayFault = ({ name, fault, text }: FitFault): string =>
  `${name}: ${text ?? `${FAULTS[fault]}.`} Leave it out, or join them anew.`;

/** The sentence the page opens with. */
export function sayWhole(
  { pieces, fits, faults, stands, marginMm, heightMm, falls }: Whole,
  unit: LengthUnit,
  lies: boolean,
): string {
  const alone = pieces.filter((p) => !p.isPlaced);
  if (fits.length === 0 && faults.length === 0) return `${pieces.length} pieces, and nothing joins them yet.`;
  const bad = fits.filter((f) => !isGood(f)).length + faults.length;
  const together =
    alone.length > 0
      ? `${alone.map((p) => p.name).join(' and ')} ${alone.length === 1 ? 'has' : 'have'} no place in it yet.`
      : bad > 0
        ? `${bad === 1 ? 'One join does' : `${bad} joins do`} not hold yet.`
        : 'All joins hold.';
  const height = mmText(heightMm, unit);
  const margin = mmText(Math.abs(marginMm), unit);
  const rests = lies ? 'lies' : 'stands';
  const standing =
    stands === true
      ? `Together it ${rests}, ${height} tall, ${margin} to spare before it tips ${falls}.`
      : stands === 'unsure'
        ? `Together it ${rests} with hardly anything to spare (${margin}), and tips ${falls} first.`
        : `Together it falls ${falls}: ${margin} are missing.`;
  return `${together} ${standing}`;
}
