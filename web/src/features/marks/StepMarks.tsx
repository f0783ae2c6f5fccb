import type { Finding } from '@jade/core/checks';
import { MendButton } from '../../stage/index.ts';
import { useAppDispatch } from '../../state/index.ts';
import { stepSelected, usePlan } from '../../plan/index.ts';
import { WORDS } from './words.ts';

/** Places the plan's steps use and no earlier step has made, each marked in one click where that can be folded. */
export function StepMarks({ missing }: { missing: readonly Finding[] }) {
  const { steps } = usePlan();
  const dispatch = useAppDispatch();
  return (
    <section aria-label={WORDS.marksTheStepsUse} className="max-w-[760px] px-7 pb-10">
      {missing.length === 0 ? (
        <p className="say text-ink-2">
          {steps.length === 0 ? WORDS.nothingIsFoldedYetWhat : WORDS.everyPlaceTheSteps}
        </p>
      ) : (
        <ul>
          {missing.map((f) => (
            <li key={f.text} className="border-t border-rule py-2">
              <button type="button" className="act mr-3" onClick={() => dispatch(stepSelected(f.step))}>
                Step {f.step}
              </button>
              {f.text} <MendButton finding={f} />
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
