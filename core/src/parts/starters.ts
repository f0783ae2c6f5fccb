import { type Figure, flapsOf, limbsAt, leavesOf, rootOf } from './figure.ts';
import { poseLimbs } from './pose.ts';
import { type Limb, type LimbTask, taskOfFigure, taskOfLimbs } from './task.ts';

/** Name, inner and outer node, length in mm, degrees of the pose. */
export type Stick = readonly [string, string, string, number, number];

/** A figure in short: its sticks from the root outwards, and what mirrors what. */
export const writeFigure = (
  name: string,
  sticks: readonly Stick[],
  pairs: readonly (readonly [string, string])[] = [],
  symmetry: Figure['symmetry'] = 'none',
  onAxis: readonly string[] = [],
): Figure => ({
  name,
  nodes: [...new Set(sticks.flatMap(([, from, to]) => [from, to]))],
  limbs: sticks.map(([limb, from, to, length, angle]) => ({ name: limb, from, to, length, angle })),
  pairs: pairs.map(([a, b]) => [a, b]),
  onAxis: [...onAxis],
  symmetry,
  pins: [],
});

const legs = (
  node: string,
  which: string,
  length: number,
  angles: readonly [number, number],
): readonly Stick[] => [
  [`left ${which}`, node, `left ${which} foot`, length, angles[0]],
  [`right ${which}`, node, `right ${which} foot`, length, angles[1]],
];

const six = ['fore', 'middle', 'hind'] as const;

/** Trees of common subjects to begin with: proportions only, to be reshaped. */
export const startingFigures: readonly Figure[] = [
  writeFigure(
    'Wading bird',
    [
      ['neck', 'body', 'head', 60, 75],
      ['bill', 'head', 'bill tip', 35, -10],
      ...legs('body', 'leg', 95, [-94, -86]),
      ['tail', 'body', 'tail tip', 55, 195],
    ],
    [['left leg', 'right leg']],
    'diagonal',
    ['bill tip', 'tail tip'],
  ),
  writeFigure(
    'Perching bird',
    [
      ['head', 'body', 'bill tip', 45, 35],
      ['left wing', 'body', 'left wing tip', 60, 160],
      ['right wing', 'body', 'right wing tip', 60, 120],
      ['tail', 'body', 'tail tip', 55, 205],
    ],
    [['left wing', 'right wing']],
    'diagonal',
    ['bill tip', 'tail tip'],
  ),
  writeFigure(
    'Long-bodied animal',
    [
      ['back', 'shoulder', 'hip', 70, 178],
      ['neck', 'shoulder', 'throat', 25, 30],
      ['head', 'throat', 'nose', 25, -15],
      ...legs('shoulder', 'foreleg', 35, [-100, -75]),
      ...legs('hip', 'hind leg', 40, [-105, -80]),
      ['tail', 'hip', 'tail tip', 75, 195],
    ],
    [
      ['left foreleg', 'right foreleg'],
      ['left hind leg', 'right hind leg'],
    ],
    'book',
    ['nose', 'tail tip'],
  ),
  writeFigure(
    'Long-legged animal',
    [
      ['back', 'shoulder', 'hip', 50, 180],
      ['neck', 'shoulder', 'throat', 45, 60],
      ['head', 'throat', 'nose', 28, -30],
      ...legs('shoulder', 'foreleg', 75, [-95, -82]),
      ...legs('hip', 'hind leg', 75, [-98, -85]),
      ['tail', 'hip', 'tail tip', 24, 200],
    ],
    [
      ['left foreleg', 'right foreleg'],
      ['left hind leg', 'right hind leg'],
    ],
    'book',
    ['nose', 'tail tip'],
  ),
  writeFigure(
    'Animal with ears and a tail',
    [
      ['back', 'shoulder', 'hip', 55, 180],
      ['neck', 'shoulder', 'throat', 25, 45],
      ['head', 'throat', 'nose', 25, -25],
      ['left ear', 'throat', 'left ear tip', 18, 105],
      ['right ear', 'throat', 'right ear tip', 18, 80],
      ...legs('shoulder', 'foreleg', 50, [-96, -84]),
      ...legs('hip', 'hind leg', 50, [-98, -86]),
      ['tail', 'hip', 'tail tip', 55, 170],
    ],
    [
      ['left ear', 'right ear'],
      ['left foreleg', 'right foreleg'],
      ['left hind leg', 'right hind leg'],
    ],
    'diagonal',
    ['nose', 'tail tip'],
  ),
  writeFigure(
    'Hare-like animal',
    [
      ['head', 'body', 'crown', 40, 50],
      ['left ear', 'crown', 'left ear tip', 55, 100],
      ['right ear', 'crown', 'right ear tip', 55, 80],
      ...legs('body', 'leg', 45, [-70, -50]),
      ['tail', 'body', 'tail tip', 18, 200],
    ],
    [
      ['left ear', 'right ear'],
      ['left leg', 'right leg'],
    ],
    'diagonal',
    ['tail tip'],
  ),
  writeFigure(
    'Lizard-like animal',
    [
      ['back', 'shoulder', 'hip', 55, 180],
      ['head', 'shoulder', 'nose', 35, 0],
      ['left foreleg', 'shoulder', 'left forefoot', 40, 60],
      ['right foreleg', 'shoulder', 'right forefoot', 40, -60],
      ['left hind leg', 'hip', 'left hind foot', 40, 120],
      ['right hind leg', 'hip', 'right hind foot', 40, -120],
      ['tail', 'hip', 'tail tip', 100, 180],
    ],
    [
      ['left foreleg', 'right foreleg'],
      ['left hind leg', 'right hind leg'],
    ],
    'book',
    ['nose', 'tail tip'],
  ),
  writeFigure(
    'Moth',
    [
      ['body', 'shoulder', 'body end', 40, -90],
      ['head', 'shoulder', 'head end', 12, 90],
      ['left wing', 'shoulder', 'left wing tip', 70, 150],
      ['right wing', 'shoulder', 'right wing tip', 70, 30],
      ['left hind wing', 'shoulder', 'left hind wing tip', 50, 215],
      ['right hind wing', 'shoulder', 'right hind wing tip', 50, -35],
    ],
    [
      ['left wing', 'right wing'],
      ['left hind wing', 'right hind wing'],
    ],
    'book',
    ['body end', 'head end'],
  ),
  writeFigure(
    'Insect with six legs',
    [
      ['trunk', 'chest', 'waist', 20, -90],
      ['head', 'chest', 'head end', 22, 90],
      ['hind body', 'waist', 'hind end', 60, -90],
      ...six.flatMap((which, i): Stick[] => [
        [`left ${which} leg`, i < 2 ? 'chest' : 'waist', `left ${which} foot`, 45, [140, 180, 215][i]!],
        [`right ${which} leg`, i < 2 ? 'chest' : 'waist', `right ${which} foot`, 45, [40, 0, -35][i]!],
      ]),
    ],
    six.map((which) => [`left ${which} leg`, `right ${which} leg`]),
    'book',
    ['head end', 'hind end'],
  ),
  writeFigure(
    'Fish',
    [
      ['head', 'body', 'mouth', 35, 0],
      ['trunk', 'body', 'tail root', 55, 180],
      ['upper tail', 'tail root', 'upper tail tip', 30, 145],
      ['lower tail', 'tail root', 'lower tail tip', 30, 215],
      ['back fin', 'body', 'back fin tip', 25, 115],
    ],
    [['upper tail', 'lower tail']],
  ),
  writeFigure(
    'Standing person',
    [
      ['trunk', 'neck', 'hip', 50, -90],
      ['head', 'neck', 'crown', 28, 90],
      ['left arm', 'neck', 'left hand', 55, 230],
      ['right arm', 'neck', 'right hand', 55, -50],
      ...legs('hip', 'leg', 75, [-100, -80]),
    ],
    [
      ['left arm', 'right arm'],
      ['left leg', 'right leg'],
    ],
    'book',
    ['crown'],
  ),
  writeFigure(
    'Person with a tool',
    [
      ['trunk', 'neck', 'hip', 50, -90],
      ['head', 'neck', 'crown', 28, 90],
      ['left arm', 'neck', 'left hand', 50, 235],
      ['right arm', 'neck', 'right hand', 50, -20],
      ['tool', 'right hand', 'tool end', 70, 85],
      ...legs('hip', 'leg', 75, [-100, -80]),
    ],
    [['left leg', 'right leg']],
  ),
];

/** A figure of limbs that all leave one body, as far as only their lengths are known. */
export const starOf = (limbs: readonly Limb[]): Figure => ({
  name: 'figure',
  nodes: ['body', ...limbs.map((l) => l.id)],
  limbs: limbs.map((l, i) => {
    const name = l.name || l.id;
    const before = limbs.slice(0, i).filter((k) => (k.name || k.id) === name).length;
    return { name: before > 0 ? `${name} ${before + 1}` : name, from: 'body', to: l.id, length: l.lengthMm };
  }),
  pairs: [],
  onAxis: [],
  symmetry: 'none',
  pins: [],
});

/** "neck and bill": the limbs of a flap from its root outwards. */
function nameFlap(figure: Figure, leaf: string): string {
  const names: string[] = [];
  let node = leaf;
  for (;;) {
    const posed = poseLimbs(figure).find((p) => p.outer === node);
    if (!posed) break;
    names.unshift(posed.limb.name);
    node = posed.inner;
    if (limbsAt(figure, node).length !== 2 || node === rootOf(figure)) break;
  }
  const words = names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
  const name = words.length > 60 ? names.at(-1)! : words;
  return name.charAt(0).toUpperCase() + name.slice(1);
}

/** The flaps a figure wants as limbs of a plan: id is the end node; corners chosen before for the same end are kept. */
export function limbsOf<T extends Limb & { tip: string | null }>(
  figure: Figure,
  known: readonly T[],
): (Limb & { tip: string | null })[] {
  const flaps = flapsOf(figure);
  return leavesOf(figure).map((leaf) => ({
    id: leaf,
    name: nameFlap(figure, leaf),
    lengthMm: flaps.find((f) => f.leaf === leaf)!.lengthMm,
    tip: known.find((l) => l.id === leaf)?.tip ?? null,
  }));
}

/** What a plan asks bases for: its figure, or the star its limbs stand for. */
export const taskOf = (plan: {
  readonly figure: Figure | null;
  readonly limbs: readonly Limb[];
}): LimbTask => (plan.figure ? taskOfFigure(plan.figure, limbsOf(plan.figure, [])) : taskOfLimbs(plan.limbs));
