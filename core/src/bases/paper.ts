import { type ActiveFold, foldsOf, paperOfFlap, toModel } from '../folded/index.ts';
import { type Point, add, scale, subtract, toUnit } from '../geometry/index.ts';
import { outlineOf } from '../sheet/index.ts';
import type { FoldedBase } from './fold.ts';

/** The open sheet of a base, with the paper each flap takes; in sheet sides. */
export interface BasePaper {
  readonly outline: readonly Point[];
  readonly flaps: readonly {
    readonly tip: string;
    readonly at: Point;
    /** Where its axis ends on the sheet: the flap's length from the tip. */
    readonly root: Point;
    /** Convex parts of the sheet that lie in the flap. */
    readonly parts: readonly (readonly Point[])[];
  }[];
  readonly creases: readonly Pick<ActiveFold, 'from' | 'to' | 'sense'>[];
}

/** Reads off a folded base which paper is in which flap: what hangs together with its tip before the root. */
export function readBasePaper({ base, state, flaps }: FoldedBase): BasePaper {
  return {
    outline: outlineOf(base.sheet),
    flaps: flaps.map(({ tip, tipOnSheet, tipOnModel, inward, length }) => {
      const root = add(tipOnSheet, scale(inward, length));
      const along = toUnit(subtract(toModel(state, root)!, tipOnModel));
      const ray = { onSheet: tipOnSheet, tip: tipOnModel, along };
      const within = paperOfFlap(state, ray, length);
      const parts = [...(within?.part ?? [])].map((i) =>
        within!.mesh.pieces[i]!.loop.map((v) => within!.mesh.vertices[v]!),
      );
      return { tip, at: tipOnSheet, root, parts };
    }),
    creases: foldsOf(state).map(({ from, to, sense }) => ({ from, to, sense })),
  };
}
