import { useEffect, useMemo, useState } from 'react';
import type { Move } from '@jade/core/kinds';
import { write } from '@jade/core/sequence';
import type { SheetCrease } from '@jade/core/trying';
import { type Preview, getEngine, useEngine } from '../../engine/index.ts';
import { stepSelected, useEdit } from '../../plan/index.ts';
import { useAppDispatch } from '../../state/index.ts';
import { type ChosenCrease, type Composer, toMove } from './composer.ts';

/** The engine's answer to the move as composed so far; undefined while something is still to be chosen. */
export function usePreview(composer: Composer | null, base: number, id: string): Preview | undefined {
  const { result } = useEngine();
  const move = useMemo(() => (composer ? toMove(composer) : undefined), [composer]);
  // An answer is good for the plan it was asked about: the same move after another fold is another picture.
  const [answer, setAnswer] = useState<{ of: unknown; key: string; preview: Preview }>();
  const key = move ? JSON.stringify([base, move]) : '';
  useEffect(() => {
    if (!move) return;
    let live = true;
    void getEngine()
      .previewMove(base, move, id)
      .then((preview) => live && setAnswer({ of: result, key, preview }));
    return () => {
      live = false;
    };
  }, [base, id, key, move, result]);
  return answer?.key === key && answer.of === result ? answer.preview : undefined;
}

/** Which creases of the sheet a tool offers. */
export type Wanted = 'none' | 'resting' | 'all';

const NO_CREASES: readonly SheetCrease[] = [];

/** Creases a collapse can use, asked for once for each place in the sequence. */
export function useCreases(wanted: Wanted, base: number): readonly SheetCrease[] {
  const { result } = useEngine();
  const [found, setFound] = useState<{
    of: unknown;
    base: number;
    wanted: Wanted;
    creases: readonly SheetCrease[];
  }>();
  useEffect(() => {
    if (wanted === 'none') return;
    let live = true;
    void getEngine()
      .listCreases(base, wanted)
      .then((creases) => live && setFound({ of: result, base, wanted, creases }));
    return () => {
      live = false;
    };
  }, [wanted, base, result]);
  return found?.base === base && found.wanted === wanted ? found.creases : NO_CREASES;
}

/** A chosen crease as the stretches that lie on it now. */
export interface Split {
  readonly crease: ChosenCrease;
  readonly stretches: readonly ChosenCrease[];
}

/** Chosen creases that are none of the stretches of the sheet, as of a collapse that is changed, by the stretches on them. */
export function useSplits(
  chosen: readonly ChosenCrease[],
  base: number,
  stretches: readonly SheetCrease[],
  wanted: Wanted,
): readonly Split[] {
  const [found, setFound] = useState<{ of: readonly ChosenCrease[]; splits: readonly Split[] }>();
  useEffect(() => {
    const keys = new Set(stretches.map((s) => s.key));
    const whole = chosen.filter((c) => !keys.has(c.key));
    if (whole.length === 0 || stretches.length === 0 || wanted === 'none') return;
    let live = true;
    void Promise.all(
      whole.map(async (crease) => ({
        crease,
        stretches: await getEngine().splitCreases(base, [crease], wanted),
      })),
    ).then((splits) => live && setFound({ of: chosen, splits }));
    return () => {
      live = false;
    };
  }, [base, chosen, stretches, wanted]);
  return found?.of === chosen ? found.splits : NONE;
}

const NONE: readonly Split[] = [];

/** How far a fold that was let go anywhere may be out, as a share of the side. */
const BY_HAND = 0.01;

/** Puts a move into the plan after the step shown, or in place of the one that is changed. */
export function useKeepMove(
  base: number,
  replacing: number | null,
  id: string,
): (move: Move, how: 'exact' | 'to taste') => void {
  const edit = useEdit();
  const dispatch = useAppDispatch();
  return (move, how) => {
    const copy = structuredClone(move);
    edit((plan) => {
      if (replacing !== null) plan.steps[replacing - 1]!.move = copy as never;
      else
        plan.steps.splice(
          base,
          0,
          write.writeStep(id, copy, {
            passage: plan.steps[base - 1]?.passage ?? '',
            ...(how === 'to taste' ? { tolerance: { kind: 'taste', share: BY_HAND } } : {}),
          }) as never,
        );
    });
    dispatch(stepSelected(base + 1));
  };
}
