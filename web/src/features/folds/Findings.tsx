import type { Finding } from '@jade/core/checks';
import { useAppDispatch } from '../../state/index.ts';
import { MendButton, useFindings } from '../../stage/index.ts';
import { stepSelected } from '../../plan/index.ts';
import { WORDS } from './words.ts';

/** What to know before folding the shown step, each with its remedy where one helps, and the whole sequence in one list. */
export function Findings({ step }: { step: number }) {
  const findings = useFindings();
  const own = findings.filter((f) => f.step === step);
  return (
    <>
      {own.length > 0 && (
        <ul
          className="mb-1 border-t border-rule pt-1.5 max-[1080px]:col-span-2"
          aria-label={WORDS.beforeFolding}
        >
          {own.map((f) => (
            <li key={f.text} className={`note mb-1 ${f.kind === 'not flat' ? '' : '!text-persimmon'}`}>
              {f.text} <MendButton finding={f} />
            </li>
          ))}
        </ul>
      )}
      <AllFindings findings={findings} />
    </>
  );
}

/** Everything worth knowing before folding, in one list; each leads to its step. */
function AllFindings({ findings }: { findings: readonly Finding[] }) {
  const dispatch = useAppDispatch();
  const urgent = findings.filter((f) => f.kind !== 'not flat');
  if (urgent.length === 0) return null;
  return (
    <details className="mb-1 border-t border-rule pt-1 max-[1080px]:col-span-2">
      <summary className="note cursor-pointer">
        {urgent.length === 1 ? WORDS.oneThingToSee : `${urgent.length} things to see to`} in the whole
        sequence
      </summary>
      <ul aria-label={WORDS.toSeeToIn}>
        {urgent.map((f) => (
          <li key={f.step + f.text}>
            <button
              type="button"
              className="note w-full py-0.5 text-left"
              onClick={() => dispatch(stepSelected(f.step))}
            >
              {f.text}
            </button>
          </li>
        ))}
      </ul>
    </details>
  );
}
