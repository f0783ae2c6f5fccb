import type { KeptDocument } from '../documents/index.ts';
import type { Plan } from '../plan/index.ts';
import { type Step, sayStep } from '../sequence/index.ts';
import { type Clash, ORDER } from './merge.ts';

/** A clash as it is shown: what part it is, and what either side says there. */
export interface SaidClash {
  readonly what: string;
  readonly base: string;
  readonly mine: string;
  readonly theirs: string;
}

/** What parts are called on the screens, by the keys that lead to them. */
const NAMES: Readonly<Record<string, string>> = {
  name: 'Name',
  cast: 'Cast',
  'origin.designer': 'Designer',
  'origin.source': 'Where the design is from',
  'origin.year': 'Year of the design',
  'origin.permission': 'What the designer allows',
  'origin.licence': 'Licence',
  'sheet.sideMm': 'Side of the sheet',
  'sheet.shape': 'Shape of the sheet',
  'sheet.handling': 'Narrow places are worked with',
  'sheet.trimMm': 'Trimmed off every edge',
  'sheet.keepGrain': 'Pieces keep the grain',
  'brief.subject': 'Subject',
  'brief.pose': 'Pose',
  'brief.target': 'Wanted size',
  'brief.other': 'Wish for the other dimension',
  'brief.depth': 'Wished depth',
  'brief.budget': 'Most a sheet may cost',
  'brief.rules': 'Rules of the house',
  'brief.copies': 'Copies',
  'brief.date': 'Needed on',
  figure: 'Stick figure',
  baseId: 'Base',
  ownBase: 'Base of its own',
  sizeStep: 'Step that is measured',
  'finish.feet': 'Feet',
  'finish.spine': 'Edge it opens at',
  'finish.openedDegrees': 'Opened by',
  'finish.wetFolded': 'Wet-folded',
  'finish.damping.sizing': 'How the paper is sized',
  'finish.damping.humidity': 'Humidity',
  'finish.damping.celsius': 'Warmth of the room',
  'finish.tools': 'Tools',
  widthMm: 'Width',
  heightMm: 'Height',
  count: 'Sheets',
  note: 'Note',
  price: 'Price of a sheet',
  grammage: 'Weight',
  caliperMm: 'Caliper',
  measuredMm: 'Measured',
};

const LISTS: Readonly<Record<string, string>> = {
  limbs: 'Limb',
  marks: 'Mark',
  points: 'Point',
  zones: 'Clean part',
  repeats: 'Repeat',
  alternatives: 'Alternative',
  'brief.sides': 'Side that shows on',
  shaping: 'Shaping step',
  pieces: 'Piece',
  paper: 'Paper',
  limits: 'Limit',
  sigma: 'Slip',
};

const MOST_LETTERS = 160;

/** Says a clash between two versions of a document in words, steps by their number and sentence. */
export function sayClash(clash: Clash, mine: KeptDocument, theirs: KeptDocument): SaidClash {
  const [list, id, field] = clash.path;
  if (list === 'steps' && id !== undefined && 'steps' in mine && 'brief' in mine)
    return sayStepClash(clash, id, field, mine, theirs as Plan);
  const say = (value: unknown): string => sayValue(value);
  return {
    what: namePath(clash.path),
    base: say(clash.base),
    mine: say(clash.mine),
    theirs: say(clash.theirs),
  };
}

function sayStepClash(
  clash: Clash,
  id: string,
  field: string | undefined,
  mine: Plan,
  theirs: Plan,
): SaidClash {
  if (id === ORDER)
    return { what: 'Order of the steps', base: 'as it was', mine: 'as moved here', theirs: 'as moved there' };
  const at = (plan: Plan): number => plan.steps.findIndex((s) => s.id === id);
  const number = Math.max(at(mine), at(theirs)) + 1;
  const part = field === undefined || field === 'move' ? '' : `, its ${field}`;
  const say = (value: unknown, plan: Plan): string => {
    if (value === undefined) return 'left out';
    if (part !== '') return sayValue(value);
    const move = field === 'move' ? value : (value as Step).move;
    const known = plan.steps[at(plan)] ?? theirs.steps[at(theirs)] ?? mine.steps[at(mine)];
    return sayStep({ ...known, ...(field ? {} : (value as Step)), move } as Step, {
      sheet: plan.sheet.shape,
      points: plan.points,
      steps: plan.steps,
    });
  };
  return {
    what: `Step ${number}${part}`,
    base: say(clash.base, theirs),
    mine: say(clash.mine, mine),
    theirs: say(clash.theirs, theirs),
  };
}

function namePath(path: readonly string[]): string {
  if (path.length === 0) return 'All of it';
  const isOrder = path.at(-1) === ORDER;
  const keys = isOrder ? path.slice(0, -1) : path;
  for (let n = keys.length; n > 0; n--) {
    const known = NAMES[keys.slice(0, n).join('.')];
    const list = known ?? LISTS[keys.slice(0, n).join('.')];
    if (!list) continue;
    const rest = keys.slice(n).map(plain).join(' ');
    return `${isOrder ? 'Order: ' : ''}${list}${rest ? ` ${rest}` : ''}`;
  }
  return `${isOrder ? 'Order: ' : ''}${keys.map(plain).join(' ')}`;
}

/** "edgeToEdge" as "edge to edge". */
const plain = (key: string): string => key.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase();

function sayValue(value: unknown): string {
  if (value === undefined) return 'not there';
  if (value === null || value === '') return 'nothing';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') return String(Math.round(value * 1e4) / 1e4);
  const text = typeof value === 'string' ? value : sayFields(value);
  return text.length > MOST_LETTERS ? `${text.slice(0, MOST_LETTERS - 2)} …` : text;
}

function sayFields(value: unknown): string {
  if (Array.isArray(value)) return value.length === 0 ? 'none' : value.map(sayValue).join(', ');
  return Object.entries(value as object)
    .filter(([key]) => key !== 'id')
    .map(([key, v]) => `${plain(key)} ${sayValue(v)}`)
    .join(', ');
}
