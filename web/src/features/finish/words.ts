import type { LearnedDrying } from '@jade/core/schedule';
import type { ActionRead, LockRead, Pose } from '@jade/core/shaping';
import { type LengthUnit, toFigure, toLengthText } from '@jade/core/units';

/** Words and sentences of Finish. */
export const FALLS: Readonly<Record<Pose['falls'], string>> = {
  forwards: 'forwards',
  backwards: 'backwards',
  'to the left': 'to the left',
  'to the right': 'to the right',
};

export const POSTURES = {
  stands: 'stand on its feet',
  'lies front up': 'lie, front up',
  'lies back up': 'lie, back up',
} as const;

export const CAUTIONS = {
  knife: 'Cut away from the hand, along a steel rule, with a guarded blade, on a mat.',
  glue: 'Air the room, keep spray from the face, and follow the label and your local rules.',
  heat: 'Keep the hot tool moving and away from foil, and off when you leave the table.',
  wet: 'Keep water and damp hands away from lamps, heaters and sockets. Dampen, do not soak: wet paper tears.',
} as const;

export const TOOL_WORDS = {
  knife: 'knife or trimmer',
  glue: 'glue or spray',
  heat: 'hot drying tool',
} as const;

const listOf = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)!}`;

/** Limbs by their article, points and edges as they are called. */
const theContact = (name: string): string =>
  /^[A-Z][a-z]/.test(name) ? `the ${name.charAt(0).toLowerCase()}${name.slice(1)}` : name;

type Read = Pick<Pose, 'stands' | 'marginMm' | 'range' | 'tipDegrees' | 'falls' | 'contacts'>;

/** Whether the figure stands or lies as it shall, in one sentence; a verdict only where there is one. */
export function sayStance(pose: Read, lies: boolean, unit: LengthUnit): string {
  const on = listOf(pose.contacts.map(theContact));
  const margin = toLengthText(Math.max(pose.marginMm, 0), unit).text;
  const verb = lies ? 'lies' : 'stands';
  if (pose.stands === true)
    return `It ${verb} on ${on}: its weight is ${margin} inside, and it leans ${toFigure(pose.tipDegrees, 1)}° ${FALLS[pose.falls]} before it tips.`;
  if (pose.stands === 'unsure')
    return `Whether it ${verb} is unsure: on ${on} its weight is ${margin} inside${pose.range ? `, from ${toFigure(pose.range.least, 1)} to ${toFigure(pose.range.most, 1)} mm over what the paper may spring back` : ''}, and a promise takes 2 mm.`;
  return `It does not ${lies ? 'lie so' : 'stand'}: it falls ${FALLS[pose.falls]}, and comes to lie on ${on}.`;
}

/** What dragging a part does, while it is dragged: a margin, and no promise. */
export function sayDrag(n: number, degrees: number, pose: Read, unit: LengthUnit): string {
  const how = `Step ${n} at ${toFigure(degrees, 1)}°`;
  if (pose.stands === false) return `${how}: it falls ${FALLS[pose.falls]}.`;
  return `${how}: its weight is ${toLengthText(pose.marginMm, unit).text} inside what it stands on.`;
}

/** What is tried so that a figure stands, and what was found. */
export const STAND_WORDS = {
  ask: 'What would make it so?',
  amounts: 'Trying every amount of shaping',
  pairs: 'Trying two amounts together',
  fold: (name: string): string => `Trying the angle of ${name}`,
  none: 'No amount that was tried does: neither a step of shaping, nor two of them, nor the angle of a fold. Turn another part (spread the feet, lean on the tail), or put a weight or a base plate under it.',
  help: (changes: readonly string[], marginMm: number): string => {
    const said = listOf(changes);
    return `${said.charAt(0).toUpperCase()}${said.slice(1)}: ${toFigure(marginMm, 1)} mm inside.`;
  },
} as const;

/** Another pose it rests in: on what, how far over, how sure. */
export const sayOther = ({ contacts, leanDegrees, marginMm }: Pose['others'][number]): string =>
  `On ${listOf(contacts.map(theContact))}, ${toFigure(leanDegrees, 0)}° over: ${toFigure(marginMm, 1)} mm inside.`;

export const DAMP_WORDS = {
  dried: (paper: string, d: LearnedDrying): string =>
    `By your diary ${paper} dries ${toFigure(d.pace, 2)} times as long as the rule says (${toFigure(d.low, 2)} to ${toFigure(d.high, 2)}, from ${d.entries} ${d.entries === 1 ? 'entry' : 'entries'}); the times above hold it.`,
  notFor: (kind: string): string =>
    `Paper of the kind ${kind} is not made to be damped: try a strip of it first.`,
  noWeight:
    'How much water it takes depends on the weight of the paper: give its grams per square metre in Paper.',
  nothing:
    'No shaping step bends anything yet: turn, curl or bend a part, and its water and drying are told here.',
  formers: (rods: readonly string[]): string =>
    rods.length === 0
      ? 'To hold: clips with a scrap of card under them, or fingers until it is dry enough to stay.'
      : `To have ready: ${listOf(rods.map((mm) => `a rod of ${mm} mm`))}, clips, and card to go under them.`,
  rule: 'By rules of thumb for still air; a strip of the same paper tells more. Dyes may bleed: try the colour on a scrap. With paste or size, read the label.',
} as const;

export const DRILL_WORDS = {
  guessed: "By the paper's kind; a rule of thumb, out by a third.",
  how: 'One layer bent round a rod, let go of, and the angle it keeps read off. Each bend is set by it.',
} as const;

export const ACTION_WORDS = {
  what: 'A step of shaping that goes to and fro: one place is held, one is pulled, and what a third does is told.',
  reading: 'Being moved …',
  gone: 'Its step or one of its places is gone; leave it out, and choose others.',
  chart: 'Way of the watched place, in mm, over the way of the pulled one',
} as const;

/** How an action moves: between which angles, how far both places go, what ends it. */
export function sayAction(
  { from, to, stops, ways, ratio, sideMm }: ActionRead & { readonly sideMm: number },
  number: number,
): string {
  const mm = (v: number): string => `${toFigure(v * sideMm, 1)} mm`;
  const last = ways.at(-1)!;
  const between = `Step ${number} moves from ${toFigure(from, 1)}° to ${toFigure(to, 1)}°`;
  const way =
    ratio === undefined
      ? 'the pulled place hardly moves, so pull another one'
      : ratio < 1e-3
        ? `pulled by ${mm(last.pulled)}, the watched place stays where it is: it does not hang on what is moved`
        : `pulled by ${mm(last.pulled)}, the watched place goes ${mm(last.watched)}: ${toFigure(ratio, 2)} times as far`;
  const ends = stops.flatMap((stop, i) =>
    stop ? [`At ${toFigure(i === 0 ? from : to, 1)}° it stops. ${stop.text}`] : [],
  );
  return [`${between}; ${way}.`, ...ends].join(' ');
}

export const LOCK_WORDS = {
  what: 'A free flap tucked into a pocket: its width, and that of the mouth less the thickness that goes in.',
  noTab: 'No corner of the sheet is free at the end; there is no tab to tuck.',
  'no such flap': 'Its tab is no free flap any more; leave it out, and choose another one.',
  'no mouth': 'The ends of its mouth are gone or lie on each other; leave it out, and choose others.',
  noGlue: 'The house rules allow no glue; change them in Brief, or let the paper hold by itself.',
} as const;

/** Whether a tab goes into its pocket, by how much, and when it can be tucked. */
export function sayLock({
  tabMm,
  tabLayers,
  mouthMm,
  freeMm,
  fits,
  tabReady,
  mouthReady,
  awayMm,
}: LockRead): string {
  const mm = (v: number): string => `${toFigure(v, 1)} mm`;
  const sizes = `The tab is ${mm(tabMm)} wide and ${tabLayers} layers thick; the mouth, ${mm(mouthMm)} flat, leaves ${mm(Math.max(0, freeMm))} round it`;
  const verdict = fits
    ? `it goes in with ${mm(freeMm - tabMm)} to spare`
    : `it is ${mm(tabMm - freeMm)} too wide: narrow the tab, or choose a wider pocket`;
  const [first, then] = tabReady <= mouthReady ? (['tab', 'pocket'] as const) : (['pocket', 'tab'] as const);
  const ready = Math.max(tabReady, mouthReady);
  const when =
    ready === 0
      ? 'Both are there from the start.'
      : `The ${then} is as it ends after step ${ready}, the ${first} after step ${Math.min(tabReady, mouthReady)}: tuck it after step ${ready}.`;
  return `${sizes}: ${verdict}. ${when} In the figure its tip is ${mm(awayMm)} from the mouth.`;
}

/** Where and how much glue, and for how long. */
export const sayGlue = (mm2: number): string =>
  `A dot of ${toFigure(mm2, 0)} mm² in the middle of the tab, held for 10 min, set after 30 min for common paper glue. Read its label, air the room, and follow your local rules.`;

/** Words and sentences of finish that stand as they are; those with figures in them are functions. */
export const WORDS = {
  readTheHygrometer: 'Read the hygrometer (simulated)',
  action: 'Action',
  angleBetweenTheHalves: 'Angle between the halves, °',
  aStripThatWas: 'A strip that was tried',
  atTheChosenEdge:
    'At the chosen edge it cannot open: its halves hang together elsewhere. Choose another edge, or leave it flat.',
  bentBy: 'bent by, °',
  byItself: 'By itself:',
  ofTheFirstPiece:
    'Feet, actions, and locks are decided for the first piece; how pieces go together is told under The whole.',
  byHandNotComputed: 'By hand, not computed',
  chooseTheEdgeIt: 'Choose the edge it opens at',
  chooseTheFeetAnew: 'Choose the feet anew',
  cleanSkin: 'Clean skin',
  damp: 'Damp',
  depth: 'Depth',
  dragATurnedPart: 'Drag a turned part to turn it further; drag anything else to look from another side.',
  dries: 'Dries',
  earlier: 'Earlier',
  finish: 'Finish',
  foldedInHalfBy: 'Folded in half by',
  foldingThePlan: 'Folding the plan …',
  forgetIt: 'Forget it',
  fromAnotherPlan: 'From another plan…',
  fromTheFootOf: 'from the foot of the weight to the rim of what touches',
  giveThePaperIts: 'give the paper its grams per m² in Paper',
  heightLength: 'Height × length',
  held: ', held',
  heldAt: 'held at',
  howFar: 'how far',
  humidity: 'Humidity, %',
  itCannotBeShaped: 'It cannot be shaped so.',
  itLiesItNeeds: 'It lies, it needs no feet',
  itShall: 'It shall',
  itsHalvesAreLeft: 'Its halves are left flat. Should it open like a book, choose the edge it opens at.',
  itsShapingSteps: 'Its shaping steps',
  keepItClean: 'Keep it clean',
  keeps: 'keeps, °',
  keepThisShaping: 'Keep this shaping',
  later: 'Later',
  layer: 'layer',
  layers: 'layers',
  least: 'least',
  leaveIt: 'Leave it',
  leaveOut: 'Leave out',
  lightly: 'lightly',
  locks: 'Locks',
  margin: 'Margin',
  most: 'most',
  noEdgeIsKnown:
    'No edge is known at which it opens: its halves hang together everywhere, or no fold joins a front half to a rear half. Try an edge, or change the wish in Brief.',
  noOtherPlanShapes: 'No other plan shapes anything yet.',
  notAtAll: 'not at all',
  nothingIsFoldedYet: 'Nothing is folded yet; the figure stands here once it is.',
  openedLikeABook: 'Opened like a book',
  paintThePartThat:
    'Paint the part that shall show no crease, or name a landmark on it. What crosses it in the end is told at its step, and marks are found around it.',
  partToKeepClean: 'Part to keep clean',
  plan: 'Plan',
  pocketFrom: 'pocket from',
  pulledAt: 'pulled at',
  putAwayEsc: 'Put away (Esc)',
  putItsTimesTo: 'Put its times to the last step',
  readings: 'Readings',
  rodMm: 'rod, mm',
  rodMmAcross: 'Rod, mm across',
  roomC: 'Room, °C',
  sameOnTheOther: 'same on the other side …',
  seenAt: 'seen at',
  seeWhatMoves: 'See what moves',
  seeWhetherItHolds: 'See whether it holds',
  shaping: 'Shaping …',
  shapingDamp: 'Shaping damp',
  shapingFromAnotherPlan: 'Shaping from another plan',
  shapingInOrder: 'Shaping, in order',
  shapingSteps: 'Shaping steps',
  shapingTools: 'Shaping tools',
  skinWithoutCreases: 'Skin without creases',
  springback: 'Springback',
  standing: 'Standing',
  step: 'Step',
  stop: 'Stop',
  straightAcrossAtOne: 'straight across, at one point',
  strongly: 'strongly',
  tabAt: 'tab at',
  takeIt: 'Take it',
  takeTheProposedEdge: 'Take the proposed edge',
  takeTheseTimesInto: 'Take these times into the steps',
  theFigureIsBeing: 'The figure is being folded.',
  theFigureShowsIt: 'The figure shows it.',
  theFinishedFlatForm: 'The finished flat form over its feet',
  theFlatForm: 'The flat form',
  theFlatFormTo: 'The flat form, to choose points on',
  theHalvesAreTaken: 'The halves are taken for stiff boards; rounded paper is a little less deep.',
  theLineLies: 'The line lies',
  theModelIsFlat:
    'The model is flat still. Turn a part (legs, feet, wings, head), curl it over a rod, or bend it softly: the figure follows, and is measured and stood on the table.',
  theOtherWay: 'The other way',
  thePaperIsSized: 'The paper is sized',
  theSameOnThe: 'The same on the other side',
  thisIsAboutThe:
    'This is about the flat form held upright over two points; whether the figure stands by itself is said above. Every layer counts with its area.',
  throughTwoPoints: 'through two points',
  tipsAt: 'Tips at',
  tipsAtEachWay: 'Tips at, each way, seen from above',
  toolsAndWater: 'Tools and water',
  toTaste: 'To taste',
  tryAStripOf: 'Try a strip of it',
  watched: 'watched',
  water: 'Water',
  weight: 'weight',
  weight2: 'Weight',
  whatItDoes: 'What it does',
  whatItLocks: 'What it locks',
  whatWouldMakeIt: 'What would make it stand',
  workFor: 'Work for',
} as const;
