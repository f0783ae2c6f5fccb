import type { FoldedBase } from '../bases/index.ts';
import { buildEffort } from '../effort/index.ts';
import type { Figure, LimbTask, Seat } from '../parts/index.ts';
import type { SheetShape } from '../sheet/index.ts';
import { type StackedDesign, baseOfStack, fillersByHubs, roundSheet, stackDesign } from './base.ts';
import { DESIGN_EFFORT, type Placed, designBases, narrowDesign } from './design.ts';

/** A base folded for one figure, and how the figure sits on it. */
export interface SeatedBase {
  readonly folded: FoldedBase;
  readonly seat: Seat;
  /** Sheet side in mm. */
  readonly sideMm: number;
  /** Layers of its flaps that lie between those of others, though they shall lie beside them. */
  readonly misplaced: number;
}

export interface SeatedWishes {
  readonly id: string;
  readonly name: string;
  /** So far, in mm, the paper may reach from the axis. */
  readonly narrowMm: number;
  /**
   * Of every limb: degrees its flap will be turned towards the side its paper hangs on, 0 to 360. At each hub the flap that
   * turns most shall lie outermost, and each the farther in the less it turns, so that none lies in the way of another.
   */
  readonly turns: readonly number[];
  /** Of every limb, the first piece it has in common with others that turn with it. */
  readonly stems?: readonly string[];
  /** Other seeds give other placements. */
  readonly seed?: number;
}

/** Placements completed for a seat: fewer than for a base that is looked for by itself. */
const COMPLETIONS = 260;
/** Bases folded for a seat. */
const ENOUGH = 5;
/** With so few layers that lie between those of other flaps, the flaps still turn. */
export const FEW = 20;
/** A sheet larger than the least by this share is taken for fewer layers. */
const LARGER = 1.12;

/**
 * Bases for a figure whose limbs all leave its one or two hubs, made as they are asked for: those whose flaps lie as `turns`
 * wants them first, of these such with few layers at a hub. `needs` of the seat are the ways from the hubs to the ends. None
 * where none folds.
 */
export function* seatedBases(
  task: LimbTask,
  seat: Seat,
  sheet: SheetShape,
  { id, name, narrowMm, turns, stems = turns.map((_, i) => String(i)), seed = 1 }: SeatedWishes,
): Generator<SeatedBase, void> {
  const faultsOf = (placed: Placed): number => faultsOfStack(stackOf(placed, seat, turns), stems);
  const made = designBases(seatFigure(task, seat), sheet, buildEffort(DESIGN_EFFORT), {
    seed,
    completions: COMPLETIONS,
    isSeated: true,
    enough: ENOUGH,
    faultsOf,
    isWanted: (round) =>
      faultsOfStack(
        fromFirst(
          round.map((i) => pageOf(i, seat, turns)),
          seat,
          turns,
        ),
        stems,
      ) === 0,
  });
  if (!made.ok) return;
  const { designs } = made.value;
  const least = Math.min(...designs.map((d) => d.sideMm));
  const ends = task.limbs.map((l) => l.id);
  const fold = (stack: StackedDesign): SeatedBase | undefined => {
    const { sideMm } = stack.design;
    const made = baseOfStack(stack, { id, name });
    if (!made || !isLongEnough(made.folded, task, seat, sideMm)) return undefined;
    return { folded: asSeated(made.folded, task, seat), seat, sideMm, misplaced: made.misplaced };
  };
  const mixed: StackedDesign[] = [];
  for (const { design } of designs
    .filter((d) => d.sideMm <= LARGER * least)
    .map((design) => ({ design, faults: faultsOf(design) }))
    .sort((a, b) => a.faults - b.faults || a.design.hubLayers - b.design.hubLayers)) {
    const slim = narrowDesign(design, sheet, narrowMm / design.sideMm, true);
    const first = stackOf(design, seat, turns).find((f) => f.limb !== undefined)!;
    const stack = slim && stackDesign(slim, ends, ends[first.limb!]!);
    if (!stack) continue;
    // What lies mixed is folded last, when it is asked for: the engine takes long over it.
    if (stack.misplaced > FEW) {
      mixed.push(stack);
      continue;
    }
    const made = fold(stack);
    if (made) yield made;
  }
  for (const stack of mixed.sort((a, b) => a.misplaced - b.misplaced)) {
    const made = fold(stack);
    if (made) yield made;
  }
}

/** Between two fillers of its own limb a tip touches no other end: then its paper runs straight for too short a way. */
const isLongEnough = ({ base }: FoldedBase, { limbs }: LimbTask, { needs }: Seat, sideMm: number): boolean =>
  limbs.every(({ id }, i) => base.designed!.find((d) => d.leaf === id)!.length * sideMm >= needs[i]! - 1e-6);

/** The base with its hubs in the order of the seat's. */
function asSeated(folded: FoldedBase, { limbs }: LimbTask, { at }: Seat): FoldedBase {
  const leaf = limbs[at.indexOf(0)]!.id;
  const { tip } = folded.base.designed!.find((d) => d.leaf === leaf)!;
  const flap = folded.flaps.find((f) => f.tipOnSheet === tip)!;
  const hubs = [...folded.hubs].sort(
    (a, b) => Number(b.tips.includes(flap.tip)) - Number(a.tips.includes(flap.tip)),
  );
  return { ...folded, hubs };
}

/** Turns that count as the same, in degrees. */
const ALIKE = 6;

/**
 * How many flaps of a stack lie between two that turn less, so that these have to turn first though they lie in the way.
 * `turns`: degrees each sweeps, one way all of them, as they lie on each other.
 */
export const countBlocked = (turns: readonly number[]): number =>
  turns.filter(
    (turn, i) =>
      turns.slice(0, i).some((t) => t < turn - ALIKE) && turns.slice(i + 1).some((t) => t < turn - ALIKE),
  ).length;

/** What lies in a stack: a flap with its limb's number, or what fills the sheet by a hub. */
interface Page {
  readonly turn: number;
  readonly limb?: number;
  readonly hub: number;
}

const pageOf = (limb: number, { at }: Seat, turns: readonly number[]): Page => ({
  turn: turns[limb]!,
  limb,
  hub: at[limb]!,
});

/** The ends of a design as its stack has them: round the sheet, hub by hub; fillers turn nowhere. */
function stackOf(design: Placed, seat: Seat, turns: readonly number[]): Page[] {
  const { at, tree } = design.done;
  const round = roundSheet([
    ...turns.map((_, i) => ({ ...pageOf(i, seat, turns), leaf: String(i), tip: at[i]! })),
    // A filler a little way out on a limb goes with it more often than it lies in the way.
    ...fillersByHubs(design)
      .filter((f) => f.isAtHub)
      .map(({ end, hub }) => ({
        turn: -ALIKE,
        leaf: '',
        tip: at[end]!,
        hub: tree.names[hub] === HUBS[1] ? 1 : 0,
      })),
  ]);
  return fromFirst(round, seat, turns);
}

/** Begins a round where the stack begins: with the first hub, or with the flap that turns most. */
function fromFirst(round: readonly Page[], { at }: Seat, turns: readonly number[]): Page[] {
  const most = indexOfMost(turns);
  const first = at.includes(1)
    ? round.findIndex((f, i) => f.hub === 0 && round.at(i - 1)!.hub === 1)
    : round.findIndex((f) => f.limb === most);
  return [...round.slice(first), ...round.slice(0, first)];
}

/** Flaps of a stack that would have to be turned out from between others, or that turn away from within it. */
function faultsOfStack(stack: readonly Page[], stems: readonly string[]): number {
  // Ends of the two hubs that take turns round the sheet lie in no two stacks.
  const mixed = stack.filter((f, i) => i > 0 && f.hub < stack[i - 1]!.hub).length;
  const stemOf = ({ limb }: Page): string | undefined => (limb === undefined ? undefined : stems[limb]);
  return [0, 1]
    .map((hub) => stack.filter((f) => f.hub === hub))
    .reduce((sum, own) => {
      // What turns away has nothing beyond it on one side but what turns with it.
      const away = own.filter(
        (page, i) =>
          page.turn >= AWAY &&
          [own.slice(0, i), own.slice(i + 1)].every((others) =>
            others.some((o) => stemOf(o) !== stemOf(page)),
          ),
      ).length;
      return sum + away + countBlocked(own.map(({ turn }) => (turn >= AWAY ? 0 : turn)));
    }, 4 * mixed);
}

/** Turned farther than this a flap is turned the other way, by two folds, and stays where it lies. */
export const AWAY = 276;
const HUBS = ['hub 1', 'hub 2'] as const;

const indexOfMost = (turns: readonly number[]): number => turns.indexOf(Math.max(...turns));

/** The star or double star a figure is as it sits on its hubs. */
function seatFigure({ limbs }: LimbTask, { nodes, bodyMm, needs, at }: Seat): Figure {
  const hubs = nodes.map((_, i) => HUBS[i]!);
  return {
    name: 'seat',
    nodes: [...hubs, ...limbs.map((_, i) => `end ${i + 1}`)],
    limbs: [
      ...(hubs.length === 2
        ? [{ name: 'body of the seat', from: hubs[0]!, to: hubs[1]!, length: bodyMm }]
        : []),
      ...limbs.map((_, i) => ({
        name: `limb ${i + 1}`,
        from: hubs[at[i]!]!,
        to: `end ${i + 1}`,
        length: needs[i]!,
      })),
    ],
    pairs: [],
    onAxis: [],
    symmetry: 'none',
    pins: [],
  };
}
