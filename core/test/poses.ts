import type { Figure } from '../src/parts/index.ts';

type Stick = readonly [limb: string, from: string, to: string, lengthMm: number, degrees: number];

const pose = (
  name: string,
  sticks: readonly Stick[],
  pairs: readonly (readonly [string, string])[] = [],
): Figure => ({
  name,
  nodes: [...new Set(sticks.flatMap(([, from, to]) => [from, to]))],
  limbs: sticks.map(([limb, from, to, length, angle]) => ({ name: limb, from, to, length, angle })),
  pairs: pairs.map(([a, b]) => [a, b]),
  onAxis: [],
  symmetry: 'none',
  pins: [],
});
const legs: readonly (readonly [string, string])[] = [
  ['left foreleg', 'right foreleg'],
  ['left hind leg', 'right hind leg'],
];

/** Twelve poses drafting is measured on: 4 to 8 ends, a joint or more in each, five with a body between two hubs. */
export const poses: readonly Figure[] = [
  pose('bittern, bill up', [
    ['neck', 'body', 'throat', 50, 90],
    ['bill', 'throat', 'bill tip', 30, 0],
    ['left leg', 'body', 'left foot', 80, -92],
    ['right leg', 'body', 'right foot', 80, -88],
    ['tail', 'body', 'tail tip', 50, 200],
  ]),
  pose('stork, head down', [
    ['neck', 'body', 'throat', 60, 70],
    ['bill', 'throat', 'bill tip', 35, -60],
    ['left leg', 'body', 'left foot', 95, -93],
    ['right leg', 'body', 'right foot', 95, -87],
    ['tail', 'body', 'tail tip', 45, 180],
  ]),
  pose('duck on the water', [
    ['neck', 'body', 'throat', 40, 80],
    ['bill', 'throat', 'bill tip', 25, -10],
    ['left wing', 'body', 'left wing tip', 60, 165],
    ['right wing', 'body', 'right wing tip', 60, 150],
    ['tail', 'body', 'tail tip', 45, 190],
  ]),
  pose('swift', [
    ['head', 'body', 'bill tip', 30, 0],
    ['left wing', 'body', 'left wrist', 40, 100],
    ['left hand', 'left wrist', 'left wing tip', 40, 170],
    ['right wing', 'body', 'right wrist', 40, -100],
    ['right hand', 'right wrist', 'right wing tip', 40, -170],
    ['tail', 'body', 'tail tip', 60, 180],
  ]),
  pose('hare, ears up', [
    ['left ear', 'body', 'left ear tip', 60, 95],
    ['right ear', 'body', 'right ear tip', 60, 85],
    ['thigh', 'body', 'heel', 30, -90],
    ['foot', 'heel', 'toe', 30, 0],
    ['tail', 'body', 'tail tip', 40, 180],
  ]),
  pose('seated person', [
    ['head', 'chest', 'crown', 40, 90],
    ['left arm', 'chest', 'left hand', 60, -20],
    ['thigh', 'chest', 'knee', 50, -90],
    ['shin', 'knee', 'toe', 40, 0],
    ['back', 'chest', 'seat', 60, 180],
  ]),
  pose('person with a staff', [
    ['trunk', 'neck', 'hip', 50, -90],
    ['head', 'neck', 'crown', 30, 90],
    ['left arm', 'neck', 'left hand', 45, 230],
    ['right arm', 'neck', 'right hand', 45, 0],
    ['staff', 'right hand', 'staff end', 70, 90],
    ['left leg', 'hip', 'left foot', 75, -95],
    ['right leg', 'hip', 'right foot', 75, -85],
  ]),
  pose(
    'otter',
    [
      ['back', 'shoulder', 'hip', 60, 180],
      ['neck', 'shoulder', 'throat', 25, 20],
      ['head', 'throat', 'nose', 25, -20],
      ['left foreleg', 'shoulder', 'left forefoot', 35, -95],
      ['right foreleg', 'shoulder', 'right forefoot', 35, -85],
      ['left hind leg', 'hip', 'left hind foot', 35, -95],
      ['right hind leg', 'hip', 'right hind foot', 35, -85],
      ['tail', 'hip', 'tail tip', 75, 190],
    ],
    legs,
  ),
  pose(
    'newt',
    [
      ['back', 'shoulder', 'hip', 50, 180],
      ['head', 'shoulder', 'nose', 35, 0],
      ['left foreleg', 'shoulder', 'left elbow', 20, 60],
      ['left forefoot', 'left elbow', 'left fore toes', 20, 20],
      ['right foreleg', 'shoulder', 'right fore toes', 40, -60],
      ['left hind leg', 'hip', 'left hind toes', 40, 120],
      ['right hind leg', 'hip', 'right hind toes', 40, -120],
      ['tail', 'hip', 'tail tip', 100, 180],
    ],
    [['left hind leg', 'right hind leg']],
  ),
  pose(
    'fox, walking',
    [
      ['back', 'shoulder', 'hip', 55, 180],
      ['neck', 'shoulder', 'throat', 30, 45],
      ['head', 'throat', 'nose', 30, -25],
      ['left foreleg', 'shoulder', 'left forefoot', 55, -110],
      ['right foreleg', 'shoulder', 'right forefoot', 55, -75],
      ['left hind leg', 'hip', 'left hind foot', 55, -110],
      ['right hind leg', 'hip', 'right hind foot', 55, -75],
      ['tail', 'hip', 'tail tip', 60, 170],
    ],
    legs,
  ),
  pose(
    'deer, standing',
    [
      ['back', 'shoulder', 'hip', 50, 180],
      ['neck', 'shoulder', 'throat', 45, 70],
      ['head', 'throat', 'nose', 25, -15],
      ['left foreleg', 'shoulder', 'left forefoot', 75, -92],
      ['right foreleg', 'shoulder', 'right forefoot', 75, -88],
      ['left hind leg', 'hip', 'left hind foot', 75, -92],
      ['right hind leg', 'hip', 'right hind foot', 75, -88],
    ],
    legs,
  ),
  pose('water beetle', [
    ['trunk', 'chest', 'waist', 20, 180],
    ['neck', 'chest', 'throat', 12, 0],
    ['head', 'throat', 'jaw', 12, 0],
    ['left foreleg', 'chest', 'left forefoot', 40, 60],
    ['right foreleg', 'chest', 'right forefoot', 40, -60],
    ['left hind leg', 'waist', 'left hind foot', 45, 120],
    ['right hind leg', 'waist', 'right hind foot', 45, -120],
    ['hind body', 'waist', 'hind end', 50, 180],
  ]),
];
