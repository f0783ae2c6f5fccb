import { beginVariant } from '../editing/index.ts';
import { type Plan } from '../plan/index.ts';
import type { LineRef, PointRef } from '../references/index.ts';
import { type WrittenAct, shapingStepSchema } from '../shaping/index.ts';
import { boat, boatSheet } from './cast/index.ts';
import { sides } from './cast/moth.ts';
import { across, along, at, between, meet, through, turned } from './cast/words.ts';
import { type Decided, buildFinished, long, paperFrom, repeatedAs, tall } from './decided.ts';

/** The heron: a narrowed bird base folded in half, standing on both feet; its tail blunt, or left as a point. */
export const buildHeronPlan = (): Plan => {
  const plan = buildFinished(heronDecided);
  const tail = plan.steps.findIndex((s) => s.id === 'tail') + 1;
  const ask = { id: 'tail-ways', first: tail, last: tail, name: 'Pointed', newName: 'Blunt' };
  const two = beginVariant(plan, ask);
  return {
    ...two,
    alternatives: two.alternatives.map((a) => ({ ...a, others: [{ name: 'Pointed', steps: [] }] })),
  };
};

const heronDecided: Decided = {
  name: 'Heron',
  figure: 'heron',
  pose: 'standing, neck drawn into an S',
  paper: 'marsh-slate',
  sideMm: 240,
  target: tall(165),
  sides: [{ part: 'everything', side: 'front', at: [] }],
  copies: 1,
  limbs: [
    ['Neck and bill', 100, 'A', ['neck', 62, 68], ['bill', 38, -3]],
    ['Left leg', 95, 'D', ['left leg', 95, -86]],
    ['Right leg', 95, 'B', ['right leg', 95, -94]],
    ['Body and tail', 80, 'C', ['trunk', 25, 160], ['tail', 55, 205]],
  ],
  pairs: [['left leg', 'right leg']],
  baseId: 'bird',
  feet: [at('F2'), at('D')],
  shaping: [
    {
      id: 'leg-out',
      act: {
        kind: 'turn',
        line: across(at('L1'), through(at('L1'), at('D'))),
        flap: [at('D')],
        degrees: 10,
        least: 8,
        most: 14,
      },
    },
    {
      id: 'leg-out-again',
      act: { kind: 'again', of: 'leg-out', map: { kind: 'mirror', in: ['A', 'C'] }, behind: true },
    },
    { id: 'opened', act: { kind: 'open', half: 'half', degrees: 16, least: 10, most: 24 } },
  ],
  notes: [
    ['Round the body over a thumb', 'a little, to taste'],
    ['Curve the neck over a knitting needle, no sharp creases', 'to taste'],
  ],
  tools: ['knife'],
};

/** A leg spread off the body, about the line of the belly. */
const pawOut = (tip: string, degrees: number, [least, most]: readonly [number, number]): WrittenAct => ({
  kind: 'turn',
  line: through(at('G'), at('T1')),
  at: at('G'),
  flap: [at(tip)],
  degrees,
  least,
  most,
});

/** The otter: a fish base folded in half, on four paws with its tail on the ground. */
export const buildOtterPlan = (): Plan =>
  buildFinished({
    name: 'Otter',
    figure: 'otter',
    pose: 'trotting, head up, tail on the ground',
    paper: 'bank-brown',
    sideMm: 206,
    target: long(200),
    sides: [{ part: 'Tail', side: 'front', at: [] }],
    copies: 2,
    limbs: [
      ['Head', 140, 'C', ['back', 105, 160], ['head', 35, 200]],
      ['Tail', 140, 'A', ['rump', 60, -12], ['tail', 80, -14]],
      ['Right foreleg', 55, 'B', ['right foreleg', 55, -100]],
      ['Left foreleg', 55, 'D', ['left foreleg', 55, -80]],
    ],
    pairs: [['right foreleg', 'left foreleg']],
    baseId: 'fish',
    feet: [at('D'), at('T1')],
    shaping: [
      { id: 'paw-near', act: pawOut('D', 46, [40, 52]) },
      { id: 'paw-far', act: pawOut('B', -30, [-36, -24]) },
    ],
    notes: [['Round the head and the back', 'soft, no edges']],
    tools: ['knife'],
  });

/** The hare looks aside: head, ears and the end of the foot turn about an upright line, all layers; so it stands. */
const looksAt = between(at('B1'), at('B'), '3/5');
const look: WrittenAct = {
  kind: 'turn',
  line: turned(looksAt, at('B'), 112.2),
  at: looksAt,
  flap: [at('B')],
  everyLayer: true,
  degrees: -58,
  least: -64,
  most: -50,
};

/** The hare: a bird base seen from the side, sitting on its long hind foot. */
export const buildHarePlan = (): Plan =>
  buildFinished({
    name: 'Hare',
    figure: 'hare',
    pose: 'sitting, ears up',
    paper: 'bank-brown',
    sideMm: 180,
    target: tall(110),
    sides: [{ part: 'everything', side: 'front', at: [] }],
    copies: 2,
    limbs: [
      ['Front ear', 85, 'A', ['head', 35, 40], ['front ear', 50, 125]],
      ['Rear ear', 85, 'C', ['nape', 35, 52], ['rear ear', 50, 105]],
      ['Hind foot', 60, 'B', ['haunch', 30, -100], ['hind foot', 30, 0]],
      ['Tail', 40, 'D', ['rump', 22, 195], ['tail', 18, 140]],
    ],
    pairs: [['front ear', 'rear ear']],
    baseId: 'bird',
    feet: [at('B1'), at('B')],
    shaping: [{ id: 'look', act: look }],
    notes: [['Open the ears a little from behind', '2 to 4 mm']],
    tools: ['knife'],
  });

/** A foot bent down to the table, about a line across the leg at a share of the way to another place, with every layer of it. */
const footDown = (at: PointRef, line: LineRef, tip: PointRef): WrittenAct => ({
  kind: 'turn',
  line,
  at,
  flap: [tip],
  everyLayer: true,
  degrees: -50,
  least: -65,
  most: -35,
});
const hindFoot = (tip: PointRef, hip: PointRef): WrittenAct => {
  const ankle = along(tip, hip, '1/4');
  return footDown(ankle, across(ankle, through(tip, hip)), tip);
};
const foreFoot = (tip: PointRef, other: PointRef): WrittenAct => {
  const wrist = between(tip, other, '11/50');
  return footDown(wrist, across(wrist, through(tip, other)), tip);
};

/** The newt, walking on four feet, its tail waved; seen from above. */
export const buildNewtPlan = (): Plan =>
  buildFinished({
    name: 'Newt',
    figure: 'newt',
    pose: 'walking, belly off the ground, tail waved; seen from above',
    paper: 'pond-green',
    sideMm: 236,
    target: long(215),
    sides: [{ part: 'Tail', side: 'front', at: [] }],
    copies: 1,
    limbs: [
      ['Tail', 165, 'A', ['tail', 165, 0]],
      ['Right hind leg', 55, 'B', ['right hind leg', 55, -60]],
      ['Left hind leg', 55, 'D', ['left hind leg', 55, 60]],
    ],
    pairs: [['right hind leg', 'left hind leg']],
    baseId: 'fish',
    feet: null,
    posture: 'lies front up',
    shaping: [
      { id: 'hind-right', act: hindFoot(at('B'), at('P')), waits: [{ kind: 'damp', minutes: 15 }] },
      { id: 'hind-left', act: hindFoot(at('D'), at('Q')) },
      { id: 'fore-right', act: foreFoot(at('E'), at('F')) },
      { id: 'fore-left', act: foreFoot(at('F'), at('E')), waits: [{ kind: 'dry', minutes: 14 * 60 }] },
    ],
    notes: [['Round the back between finger and thumb', 'to taste']],
    tools: ['knife'],
  });

/** The moth: a waterbomb base with hems of the other side, wings spread; the left wings repeat the right ones. */
export const buildMothPlan = (): Plan =>
  repeatedAs('other-wings', 's9', 's13', sides, {
    name: 'Moth',
    figure: 'moth',
    pose: 'wings spread, seen from above',
    paper: 'moth-mulberry',
    sideMm: 200,
    target: long(140),
    sides: [
      {
        part: 'hems',
        side: 'back',
        at: [
          { kind: 'sheet', at: [0.222, 0.065] },
          { kind: 'sheet', at: [0.778, 0.065] },
          { kind: 'sheet', at: [0.313, 0.832] },
          { kind: 'sheet', at: [0.687, 0.832] },
        ],
      },
    ],
    copies: 5,
    limbs: [
      ['Right fore wing', 95, 'D', ['right fore wing', 95, 25]],
      ['Left fore wing', 95, 'C', ['left fore wing', 95, 155]],
      ['Right hind wing', 80, 'A', ['right hind wing', 80, -35]],
      ['Left hind wing', 80, 'B', ['left hind wing', 80, 215]],
    ],
    pairs: [
      ['right fore wing', 'left fore wing'],
      ['right hind wing', 'left hind wing'],
    ],
    baseId: 'waterbomb',
    feet: null,
    posture: 'lies front up',
    shaping: [
      {
        id: 'wings-up',
        act: {
          kind: 'turn',
          line: through(at('KR'), at('NR')),
          flap: [at('D'), at('A')],
          degrees: 25,
          least: 10,
          most: 30,
        },
      },
      { id: 'wings-up-again', act: { kind: 'again', of: 'wings-up', map: sides } },
    ],
    notes: [['Press the body to a ridge between thumb and finger', 'to taste']],
    tools: ['knife'],
    actions: [
      {
        id: 'beat',
        name: 'Beats its wings',
        step: 'wings-up',
        held: at('KR'),
        pulled: at('A'),
        watched: at('D'),
      },
    ],
  });

/** One side of the keeper's coat, turned back like the wing of a screen with every layer of it. */
const coat = (side: string, share: string): WrittenAct => ({
  kind: 'turn',
  line: across(between(at('HL'), at('HR'), share), through(at('HL'), at('HR'))),
  flap: [at(side)],
  everyLayer: true,
  degrees: -30,
  least: -45,
  most: -20,
});

/** The ferry keeper: hood, face, coat and a long pole, standing on the hem. */
const buildKeeper = (): Plan =>
  buildFinished({
    name: 'Ferry keeper',
    figure: 'ferryKeeper',
    pose: 'standing, holding the pole',
    paper: 'night-mulberry',
    sideMm: 316,
    target: tall(150),
    sides: [
      { part: 'Hood', side: 'front', at: [] },
      { part: 'Pole', side: 'front', at: [] },
    ],
    copies: 1,
    limbs: [
      ['Hood', 120, 'C', ['trunk', 75, 90], ['hood', 45, 90]],
      ['Pole', 150, 'B', ['arm', 40, 20], ['pole', 110, 75]],
    ],
    baseId: 'bird',
    feet: [
      meet(
        { kind: 'through', a: at('HL'), b: at('GL') },
        { kind: 'through', a: at('Q'), b: along(at('Q'), at('H'), 0.5) },
      ),
      at('HR'),
    ],
    shaping: [
      { id: 'coat-right', act: coat('HR', '0.586') },
      { id: 'coat-left', act: coat('HL', '0.414') },
    ],
    notes: [
      ['Lift the hood off the face', '2 to 5 mm'],
      ['Hang the lantern (a bead of paper) on the pole', 'to taste'],
    ],
    tools: ['knife', 'glue'],
  });

/** One side of the boat, turned back where the coat in it is. */
const hull = (towards: string, share: string, degrees: number): WrittenAct => ({
  kind: 'turn',
  line: across(along(at('mid DA'), at('mid BC'), share), through(at('mid DA'), at('mid BC'))),
  flap: [at(towards)],
  everyLayer: true,
  degrees,
  least: -45,
  most: 45,
});

/** The ferry keeper in his boat: his hem slides into its hull down to the keel, and both are bent alike. */
export function buildFerryPlan(): Plan {
  const plan = buildKeeper();
  const piece: Plan['pieces'][number] = {
    id: 'boat',
    name: 'Boat',
    alike: null,
    sheet: { shape: boatSheet, sideMm: 66, handling: 'fingers', trimMm: 0, keepGrain: false, halfOf: null },
    paper: paperFrom('bank-brown'),
    baseId: null,
    ownBase: null,
    marks: [],
    points: boat.points,
    steps: [...boat.steps],
    repeats: [],
    alternatives: [],
    zones: [],
    sizeStep: null,
    shaping: [
      { id: 'bow-back', act: hull('mid BC', '0.5317', -30), waits: [] },
      { id: 'stern-back', act: hull('mid DA', '0.4683', -30), waits: [] },
    ].map((s) => shapingStepSchema.parse(s)),
  };
  return {
    ...plan,
    brief: { ...plan.brief, rules: 'pragmatic' },
    pieces: [piece],
    fits: [
      {
        id: 'hem-in-hull',
        name: 'Hem in the hull',
        kind: 'pocket',
        tab: { piece: null, ends: [at('HL'), at('HR')] },
        mouth: { piece: 'boat', ends: [at('GL'), at('GR')] },
        depthMm: 24,
        shiftMm: 0,
        degrees: 0,
        side: 'in front',
        glue: null,
      },
    ],
  };
}
