import * as Comlink from 'comlink';
import { drawModel, type Drawing } from '@jade/core/drawing';
import type { FlatState } from '@jade/core/folded';
import type { LineLook } from '@jade/core/formats';
import {
  type Begun,
  type FoundOrders,
  type Incoming,
  type Look,
  type LookAsk,
  type Meaning,
  beginWith,
  findOrders,
  guessMeaning,
  lookOver,
  planFrom,
  readIncoming,
} from '@jade/core/intake';
import type { Point, Segment } from '@jade/core/geometry';
import type { Plan } from '@jade/core/plan';
import type { SheetShape } from '@jade/core/sheet';
import { beginWorker } from '../workers/index.ts';

/** A drawing as it was read: its looks, each with its lines as a path (y down, as the page draws). */
export interface OpenedDrawing {
  readonly looks: readonly (LineLook & {
    readonly count: number;
    readonly path: string;
    readonly guess: Meaning;
  })[];
  readonly mmPerUnit: number | null;
  readonly title: string;
  readonly designer: string;
  readonly leftOut: Readonly<Record<string, number>>;
  readonly saysOrder: boolean;
}

/** What was found in it, as the page shows it. */
export interface ShownLook extends Omit<Look, 'pattern' | 'sheet' | 'taken' | 'apart'> {
  readonly sheet: { readonly shape: SheetShape; readonly side: number } | null;
  /** Lines by what they are taken as, as paths. */
  readonly paths: Readonly<Record<Look['taken'][number]['letter'], string>>;
  readonly apart: { readonly count: number; readonly path: string };
  readonly creases: number;
  readonly resting: number;
  readonly facets: number;
}

export type ShownOrders =
  | {
      readonly kind: 'found';
      /** Decimal; null where counting took too long, undefined while it is counted. */
      readonly count: string | null | undefined;
      readonly drawings: readonly Drawing[];
      readonly isSaid: boolean;
    }
  | {
      readonly kind: 'none';
      readonly because: 'senses' | 'folds';
      readonly path: string;
      readonly count: number;
    }
  | { readonly kind: 'unknown'; readonly text: string };

/** How a plan is begun with what was chosen. */
export interface BeginAsk {
  readonly order: number;
  readonly by: 'marks' | 'print';
  readonly alsoResting: boolean;
  readonly name: string;
  readonly designer: string;
  readonly file: string;
  readonly sideMm: number | null;
  readonly prefix: string;
}

export interface BegunPlan extends Omit<Begun, 'steps'> {
  readonly plan: Plan;
}

let incoming: Incoming | undefined;
let look: Look | undefined;
let states: readonly FlatState[] = [];

/** More facets than this, and a first order is shown while the others are counted. */
const QUICK = 400;

const reader = {
  open(kind: 'fold' | 'svg' | 'dxf', text: string): OpenedDrawing | string {
    const read = readIncoming(kind, text);
    if (!read.ok) return read.fault[0]!.text;
    incoming = read.value;
    const { drawing, designer, said } = incoming;
    return {
      looks: drawing.looks.map((own, i) => {
        const lines = drawing.lines.filter((l) => l.look === i);
        return { ...own, count: lines.length, path: pathOf(lines), guess: guessMeaning(own) };
      }),
      mmPerUnit: drawing.mmPerUnit,
      title: drawing.title,
      designer,
      leftOut: drawing.leftOut,
      saysOrder: said !== null,
    };
  },
  look(ask: LookAsk): ShownLook {
    look = lookOver(incoming!.drawing, ask);
    states = [];
    const { pattern, sheet, taken, apart, ...seen } = look;
    const of = (letter: string) => taken.filter((t) => t.letter === letter);
    return {
      ...seen,
      sheet: sheet && { shape: sheet.shape, side: sheet.side },
      paths: {
        B: pathOf(of('B')),
        M: pathOf(of('M')),
        V: pathOf(of('V')),
        U: pathOf(of('U')),
        F: pathOf(of('F')),
      },
      apart: { count: apart.length, path: pathOf(apart) },
      creases: ['M', 'V', 'U'].reduce((sum, l) => sum + of(l).length, 0),
      resting: of('F').length,
      facets: pattern?.facets.length ?? 0,
    };
  },
  /** The orders of layers of what was looked at last; `onFirst` hears of one as soon as there is one. */
  order(onFirst: (orders: ShownOrders) => void): ShownOrders {
    const { pattern, sheet, precision } = look!;
    if (!pattern || !sheet) return { kind: 'unknown', text: 'There is no pattern yet.' };
    const own = incoming!.said;
    const said = own && { orders: own.orders, faces: own.faces.map((f) => f.map(sheet.toSheet)) };
    const show = (found: FoundOrders, isAll: boolean): ShownOrders => {
      if (found.kind === 'unknown') return found;
      if (found.kind === 'none') {
        const creases = found.creases.map((c): Segment => ({
          from: sheet.fromSheet(c.from),
          to: sheet.fromSheet(c.to),
        }));
        return { kind: 'none', because: found.because, path: pathOf(creases), count: creases.length };
      }
      ({ states } = found);
      return {
        kind: 'found',
        count: isAll ? (found.count?.toString() ?? null) : undefined,
        drawings: states.map((s) => drawModel(s, 0)),
        isSaid: found.isSaid,
      };
    };
    if (pattern.facets.length > QUICK) {
      const first = findOrders(sheet.shape, pattern, precision, said, true);
      if (first.kind !== 'found') return show(first, true);
      onFirst(show(first, false));
    }
    return show(findOrders(sheet.shape, pattern, precision, said), true);
  },
  begin({ order, by, alsoResting, prefix, ...as }: BeginAsk): BegunPlan | string {
    const state = states[order];
    if (!state || !look?.sheet) return 'No order of its layers is chosen yet.';
    const { toSheet, shape } = look.sheet;
    const resting = alsoResting
      ? look.taken.flatMap((t) => (t.letter === 'F' ? [{ from: toSheet(t.from), to: toSheet(t.to) }] : []))
      : [];
    const begun = beginWith(shape, state, { prefix, by, resting });
    if (typeof begun === 'string') return begun;
    const { steps: _steps, ...told } = begun;
    return { ...told, plan: planFrom(shape, begun, as) };
  },
};
export type Reader = typeof reader;

const seven = (v: number): string => String(Number(v.toPrecision(7)));
const place = ([x, y]: Point): string => `${seven(x)} ${seven(-y)}`;
const pathOf = (lines: readonly Segment[]): string =>
  lines.map(({ from, to }) => `M${place(from)}L${place(to)}`).join('');

beginWorker();
Comlink.expose(reader);
