import { type Figure, type LimbTask, matchBases, taskOf } from '../parts/index.ts';
import type { Plan, Rules } from '../plan/index.ts';
import { toMinutes } from '../schedule/index.ts';
import { sheetArea } from '../sheet/index.ts';
import { basesFrom, everyBase } from './atlas.ts';

/** One piece of paper a plan could be folded from under a rule. */
interface PricedPiece {
  readonly baseId: string;
  readonly baseName: string;
  readonly sideMm: number;
  readonly areaMm2: number;
  readonly layers: number;
  readonly steps: number;
  readonly minutes: number;
}

/** What a house rule costs: the best piece, or pieces, the atlas has under it; none where no base serves. */
export interface RulePrice {
  readonly rule: Rules;
  readonly pieces: readonly PricedPiece[];
  readonly areaMm2: number;
  readonly layers: number;
  readonly steps: number;
  readonly minutes: number;
}

/**
 * Uncut square, any uncut sheet, and two pieces parted at the body, each by the least paper; the strictest rule first.
 * Without judging: the folder decides. Two pieces need a figure with a body between two hubs.
 */
export function priceOfRules(plan: Pick<Plan, 'figure' | 'limbs'>, pace: number): RulePrice[] {
  const task = taskOf(plan);
  if (task.limbs.length === 0) return [];
  const square = bestPiece(task, 'square', pace);
  const any = bestPiece(task, 'any', pace);
  const halves = plan.figure ? partAtBody(plan.figure, task) : undefined;
  const two = halves?.map((half) => bestPiece(half, 'any', pace));
  return [
    ...(square ? [toPrice('square', [square])] : []),
    ...(any ? [toPrice('uncut', [any])] : []),
    ...(two && two.every((p) => p !== undefined) ? [toPrice('pragmatic', two)] : []),
  ];
}

function toPrice(rule: Rules, pieces: readonly PricedPiece[]): RulePrice {
  const sum = (of: (p: PricedPiece) => number): number => pieces.reduce((s, p) => s + of(p), 0);
  return {
    rule,
    pieces,
    areaMm2: sum((p) => p.areaMm2),
    layers: Math.max(...pieces.map((p) => p.layers)),
    steps: sum((p) => p.steps),
    minutes: sum((p) => p.minutes),
  };
}

function bestPiece(task: LimbTask, sheet: 'square' | 'any', pace: number): PricedPiece | undefined {
  const folded = sheet === 'square' ? basesFrom({ kind: 'square' }) : everyBase();
  const priced = matchBases(folded, task).flatMap((m) => {
    if (m.sideMm === undefined) return [];
    const { base, replay } = folded.find((f) => f.base.id === m.baseId)!;
    const { sideMm } = m;
    return [
      {
        baseId: m.baseId,
        baseName: m.baseName,
        sideMm,
        areaMm2: sheetArea(base.sheet) * sideMm ** 2,
        layers: m.layersMax,
        steps: base.steps.length,
        minutes: replay.steps.reduce((s, step) => s + toMinutes(step, sideMm, pace), 0),
      },
    ];
  });
  return priced.sort((a, b) => a.areaMm2 - b.areaMm2)[0];
}

/** The limbs of each hub as a task of its own; the body goes with the first. */
function partAtBody(figure: Figure, task: LimbTask): LimbTask[] | undefined {
  const seat = task.seats.find((s) => s.nodes.length === 2);
  if (!seat) return undefined;
  return [0, 1].map((hub): LimbTask => {
    const own = task.limbs.flatMap((_, i) => (seat.at[i] === hub ? [i] : []));
    const body = hub === 0 ? [{ id: `${figure.name} body`, name: seat.body, lengthMm: seat.bodyMm }] : [];
    const needs = [...own.map((i) => seat.needs[i]!), ...body.map((b) => b.lengthMm)];
    return {
      limbs: [...own.map((i) => task.limbs[i]!), ...body],
      seats: [{ nodes: [seat.nodes[hub]!], bodyMm: 0, body: '', needs, at: needs.map(() => 0) }],
      pairs: [],
      optional: [],
      sides: [...own.map((i) => task.sides[i]), ...body.map(() => undefined)],
    };
  });
}
