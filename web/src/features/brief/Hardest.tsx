import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { type NeededStep, skillSpec } from '@jade/core/practice';
import { toFigure } from '@jade/core/units';
import { getEngine, useEngine } from '../../engine/index.ts';
import { stepSelected, usePlanState } from '../../plan/index.ts';
import { useAppDispatch } from '../../state/index.ts';
import { WORDS } from './words.ts';

/** What the hands will meet: the hardest step, why it is hard, and where it can be practised. */
export function Hardest() {
  const { id } = usePlanState();
  const { result } = useEngine();
  const dispatch = useAppDispatch();
  const [hardest, setHardest] = useState<(NeededStep & { readonly sentence: string }) | null>(null);
  useEffect(() => {
    let live = true;
    if (result)
      void getEngine()
        .readHardest()
        .then((h) => live && setHardest(h));
    return () => {
      live = false;
    };
  }, [result]);
  if (!hardest) return null;
  const { skill, number, layers, reachMm, sentence } = hardest;
  return (
    <p className="mt-3 max-w-[640px]" data-testid="hardest">
      {WORDS.hardestIs}{' '}
      <Link className="act" to={`/plan/${id}/folds`} onClick={() => dispatch(stepSelected(number))}>
        step {number}
      </Link>
      , {skillSpec(skill).word}
      {layers > 1 && (
        <>
          {' '}
          through <b>{layers}</b> layers
        </>
      )}
      {reachMm > 0 && (
        <>
          {' '}
          along <b>{toFigure(reachMm, 0)} mm</b>
        </>
      )}
      : “{sentence}”{' '}
      <Link className="act" to={`/practice/${encodeURIComponent(skill)}`}>
        {WORDS.practiseIt}
      </Link>
    </p>
  );
}
