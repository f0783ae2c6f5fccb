import { tolerance } from '../geometry/index.ts';
import { angleForDepth } from '../folded/index.ts';
import { type SheetWindow, type WindowInput, toWindow } from './bands.ts';

/** What a remedy changes in the plan. */
export type RemedyChange =
  | { readonly kind: 'handling'; readonly to: 'tweezers' }
  | { readonly kind: 'paper'; readonly id: string }
  | { readonly kind: 'base'; readonly id: string }
  | { readonly kind: 'leave out'; readonly limb: string }
  | { readonly kind: 'target'; readonly mm: number }
  | { readonly kind: 'other'; readonly mm: number }
  | { readonly kind: 'open'; readonly degrees: number }
  | { readonly kind: 'tolerance'; readonly percent: number }
  | { readonly kind: 'buy'; readonly sideMm: number };

/** A change, or two together, after which some size holds for all, and the window they leave. */
export interface Remedy {
  readonly changes: readonly RemedyChange[];
  /** Paper, base, limb or figure of each change. */
  readonly names: readonly string[];
  readonly window: SheetWindow;
}

/** What there is to change to: papers of the drawer, bases with the side their limbs need, limbs with the side left without. */
export interface RemedyOptions {
  readonly papers: readonly {
    readonly id: string;
    readonly name: string;
    readonly caliperMm: number | null;
    readonly sideMm: number;
  }[];
  readonly bases: readonly { readonly id: string; readonly name: string; readonly sideMm: number }[];
  readonly withoutLimb: readonly { readonly id: string; readonly name: string; readonly sideMm: number }[];
}

interface Step {
  readonly change: RemedyChange;
  readonly name: string;
  readonly input: WindowInput;
}

/** So many ways of two changes are offered at most. */
const MOST_PAIRS = 4;

/**
 * Changes that open an empty window, each as small as it can be: tools first, then paper, limbs, base, size. Every one is
 * tried on the whole window, and what would not open it is not offered; where no single one does, two together.
 */
export function findRemedies(input: WindowInput, options: RemedyOptions): Remedy[] {
  if (toWindow(input).isOpen) return [];
  const firsts = stepsFrom(input, options);
  const single = firsts.flatMap((step) => toRemedy([step]));
  if (single.length > 0) return single;
  const pairs = firsts.flatMap((first) =>
    stepsFrom(first.input, options)
      .filter((s) => s.change.kind !== first.change.kind)
      .flatMap((second) => toRemedy([first, second])),
  );
  const keyOf = ({ changes }: Remedy): string =>
    changes
      .map((c) => c.kind)
      .sort()
      .join();
  return pairs.filter((r, i) => pairs.findIndex((o) => keyOf(o) === keyOf(r)) === i).slice(0, MOST_PAIRS);
}

function toRemedy(steps: readonly Step[]): Remedy[] {
  const window = toWindow(steps.at(-1)!.input);
  return window.isOpen
    ? [{ changes: steps.map((s) => s.change), names: steps.map((s) => s.name), window }]
    : [];
}

/** What could be changed next, each just as far as the window asks for. */
function stepsFrom(input: WindowInput, options: RemedyOptions): Step[] {
  const now = toWindow(input);
  if (now.isOpen || now.highMm === undefined) return [];
  const found: Step[] = [];
  const offer = (change: RemedyChange, name: string, changed: WindowInput): void => {
    found.push({ change, name, input: changed });
  };
  if (input.handling === 'fingers')
    offer({ kind: 'handling', to: 'tweezers' }, 'tweezers', { ...input, handling: 'tweezers' });
  // The thickest of the thinner papers changes the least.
  const thinner = options.papers
    .filter((p) => p.caliperMm !== null && (input.caliperMm === null || p.caliperMm < input.caliperMm))
    .sort((a, b) => b.caliperMm! - a.caliperMm!)
    .map((paper) => ({
      paper,
      changed: { ...input, caliperMm: paper.caliperMm, stock: [{ ...paper, count: 1 }] },
    }));
  const paper = thinner.find((t) => toWindow(t.changed).isOpen) ?? thinner.at(-1);
  if (paper) offer({ kind: 'paper', id: paper.paper.id }, paper.paper.name, paper.changed);
  if (input.limbs) {
    const { limbs } = input;
    const least = (list: RemedyOptions['bases']) =>
      list.filter((o) => o.sideMm < limbs.sideMm).sort((a, b) => b.sideMm - a.sideMm);
    for (const limb of least(options.withoutLimb))
      offer({ kind: 'leave out', limb: limb.id }, limb.name, {
        ...input,
        limbs: { ...limbs, sideMm: limb.sideMm },
      });
    for (const base of least(options.bases).slice(-1))
      offer({ kind: 'base', id: base.id }, base.name, { ...input, limbs: { ...limbs, sideMm: base.sideMm } });
  }
  const { target } = input;
  const bound = target?.bound ?? 'about';
  if (target && now.highBy === 'target' && bound !== 'between') {
    const band = now.bands.find((b) => b.id === 'target')!;
    const mm = roundUp((target.mm * now.lowMm) / band.highMm!);
    offer({ kind: 'target', mm }, `${mm}`, { ...input, target: { ...target, mm } });
    const middle = ((band.lowMm ?? 0) + band.highMm!) / 2;
    const percent = Math.ceil((now.lowMm / middle - 1) * 1000) / 10;
    if (bound === 'about' && percent <= MOST_TOLERANCE)
      offer({ kind: 'tolerance', percent }, `${percent}`, {
        ...input,
        target: { ...target, tolerancePercent: percent },
      });
  }
  const { other } = input;
  // Two sizes that no sheet gives together: the one beside the target gives way, as the figure's own shape has it.
  if (target && other && (now.lowBy === 'other' || now.highBy === 'other')) {
    const mm = Math.round((2 * target.mm * other.ratio) / target.ratio) / 2;
    offer({ kind: 'other', mm }, `${mm}`, { ...input, other: { ...other, mm } });
  }
  const { depth, ...rest } = input;
  const opened = depth?.opened;
  if (depth && opened && (now.lowBy === 'depth' || now.highBy === 'depth')) {
    // Opened further or less, the form is as deep as wished in the middle of what else holds.
    const { lowMm, highMm, isOpen } = toWindow(rest);
    const sideMm = (lowMm + (highMm ?? lowMm * 1.2)) / 2;
    const degrees = angleForDepth(opened.reach * sideMm, depth.mm, opened.stackMm);
    if (isOpen && degrees !== undefined)
      offer({ kind: 'open', degrees: Math.round(degrees) }, `${Math.round(degrees)}`, {
        ...input,
        depth: { ...depth, opened: { ...opened, degrees: Math.round(degrees) } },
      });
  }
  if (now.highBy === 'stock') {
    const sideMm = roundUp(now.lowMm);
    offer({ kind: 'buy', sideMm }, `${sideMm}`, {
      ...input,
      stock: [{ id: 'bought', name: 'a larger sheet', sideMm, caliperMm: input.caliperMm, count: 1 }],
    });
  }
  return found;
}

/** More is no tolerance but another size. */
const MOST_TOLERANCE = 25;
/** To the next half mm, with a little for rounding. */
const roundUp = (mm: number): number => Math.ceil((mm - tolerance.samePoint) * 2) / 2;
