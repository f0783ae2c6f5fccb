import type { Hand, Judgement, Level, Readiness, Rung, SkillNeed } from '@jade/core/practice';
import { skillSpec } from '@jade/core/practice';
import { toFigure } from '@jade/core/units';

/** Words and sentences of practice that stand as they are; those with figures in them are functions below. */
export const WORDS = {
  practice: 'Practice',
  reading: 'Reading what your plans ask of the hands',
  computing: 'Folding drills that really fold …',
  noPlans: 'No plan takes a move worth a drill yet. Fold one in Folds, or practise any move below.',
  skill: 'Move, and where your plans ask most of it',
  hand: 'Your hand',
  days: 'Clean, with trouble, failed; and when it is due',
  next: 'Next',
  practise: 'Practise',
  legend: ['clean', 'with trouble', 'not made', 'due', 'needed for a plan'],
  ladder: 'The ladder: nearest plans first',
  ladderSays:
    'A move counts as known when it went clean on two days, the second a day or more after the first, on half as many layers as the plan has at least.',
  withinReach: 'within reach now',
  another: 'Practise another move',
  anotherMove: 'Move',
  today: 'today',
  otherDrills: 'Other drills of this move',
  back: 'Back to Practice',
  foldAlong: 'Fold along',
  noDrill:
    'No base of the atlas offers a place for this move, so that no drill can be computed for it. Practise it where your plan has it:',
  passage: 'The passage itself',
  passageSays: 'Paper shows the part of the sheet that is enough for it, enlarged.',
  toPaper: 'To Paper',
  drill: 'Drill',
  leave: 'Leave the drill, keep the place',
  howWasIt: 'How did it go?',
  held: 'Hold a rule to it first, if you like',
  judgeSays: 'One touch, or the keys 1, 2 and 3. What you say decides when it comes back.',
  offBy: 'off by',
  itBecomes: 'It becomes',
  thisIsIt: 'this is the move',
  stepsTo: 'leads there',
  anyPaper: 'any thin sheet you can spare',
  late: 'not enough days are left to be sure of it by then',
} as const;

export const LEVELS: Readonly<Record<Level, string>> = { 1: 'Easy', 2: 'Half-way', 3: 'As in your plan' };
export const JUDGED: Readonly<Record<Judgement, string>> = {
  clean: 'Clean',
  trouble: 'With trouble',
  failed: 'Not made',
};

const s = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

/** "8 layers, 50 mm" or, where many creases close at once, "its shortest crease 2 mm". */
export const sayHard = (layers: number, reachMm: number, skill: SkillNeed['skill']): string =>
  skill === 'collapse'
    ? reachMm > 0
      ? `shortest crease ${toFigure(reachMm, 0)} mm`
      : ''
    : `${s(layers, 'layer')}${reachMm > 0 ? ` along ${toFigure(reachMm, 0)} mm` : ''}`;

export const sayNeed = ({ hardest, count, plans }: SkillNeed): string =>
  `${hardest.plan}, step ${hardest.number}: ${sayHard(hardest.layers, hardest.reachMm, hardest.skill)}. ${s(count, 'step')} in ${s(plans.length, 'plan')}.`;

export function sayHand(readiness: Readiness, hand: Hand | undefined): string {
  const days = hand ? s(hand.cleanDays, 'day') : '';
  switch (readiness.is) {
    case 'new':
      return 'not tried yet';
    case 'learning':
      return hand!.clean === 0 ? 'tried, not clean yet' : `clean on ${days}`;
    case 'thinner':
      return `known on up to ${s(readiness.cleanLayers, 'layer')} only`;
    case 'known':
      return `known, up to ${s(readiness.cleanLayers, 'layer')}`;
  }
}

export const sayRung = ({ missing }: Rung): string =>
  missing.length === 0
    ? WORDS.withinReach
    : `${s(missing.length, 'move')} away: ${missing.map((m) => skillSpec(m).word).join(', ')}`;
