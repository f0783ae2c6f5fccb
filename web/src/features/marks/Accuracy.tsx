import { type ReactNode, useState } from 'react';
import type { WholeAccuracy } from '@jade/core/slips';
import type { Plan } from '@jade/core/plan';
import { toFigure } from '@jade/core/units';
import { useAppDispatch } from '../../state/index.ts';
import { useSettings } from '../../records/index.ts';
import { askAccuracy, stopMarking } from '../../marking/index.ts';
import { stepSelected, usePlan } from '../../plan/index.ts';
import { Underway } from '../../ui/index.ts';
import { WORDS } from './words.ts';

/** So many places stand in the table. */
const MOST_PLACES = 10;

/** How true the whole sequence comes out by the folder's own hand, which steps count most, and where to stop and check. */
export function Accuracy() {
  const plan = usePlan();
  const { sigma } = useSettings();
  const [share, setShare] = useState<number | null>(null);
  const [found, setFound] = useState<{ of: unknown; whole: WholeAccuracy }>();
  const [fault, setFault] = useState('');
  const judge = (): void => {
    setFault('');
    const { steps, points } = plan;
    askAccuracy(
      { sequence: { sheet: plan.sheet.shape, points, steps }, pairs: tipPairs(plan), sigma },
      setShare,
    )
      .then((whole) => whole && setFound({ of: steps, whole }))
      .catch((error: unknown) => setFault(`The reckoning broke off: ${String(error)}. Begin it again.`));
  };
  if (plan.steps.length === 0) return <p className="say px-7 text-ink-2">{WORDS.nothingIsFoldedYet}</p>;
  return (
    <section aria-label={WORDS.accuracyOfTheSequence} className="px-7 pb-10">
      <p className="mb-3 max-w-[70ch]">{WORDS.everyCreaseOfEvery}</p>
      <div className="mb-4 flex items-center gap-4">
        <button type="button" className="btn solid" disabled={share !== null} onClick={judge}>
          {found ? WORDS.reckonItAgain : WORDS.reckonTheWholeSequence}
        </button>
        {share !== null && (
          <Underway says="Folding it with one slip after the other" share={share} onStop={stopMarking} />
        )}
        {found && found.of !== plan.steps && share === null && (
          <p className="note">{WORDS.theStepsHaveChanged}</p>
        )}
      </div>
      {fault && (
        <p role="alert" className="text-persimmon">
          {fault}
        </p>
      )}
      {found && <Told whole={found.whole} />}
    </section>
  );
}

/** Corners whose limbs mirror each other in the figure. */
function tipPairs({ figure, limbs }: Plan): [string, string][] {
  const tipOf = (limb: string): string | null =>
    limbs.find((l) => l.id === limb || l.name === limb)?.tip ?? null;
  return (figure?.pairs ?? []).flatMap(([a, b]): [string, string][] => {
    const [one, other] = [tipOf(a), tipOf(b)];
    return one && other ? [[one, other]] : [];
  });
}

function Told({ whole: { places, checks, unknown, partly } }: { whole: WholeAccuracy }) {
  return (
    <div className="grid grid-cols-2 gap-10 max-[900px]:grid-cols-1">
      <div>
        <h2 className="head mb-1">{WORDS.howTrueItComes}</h2>
        {places.length === 0 ? (
          <p className="note">{WORDS.nothingComesOutMore}</p>
        ) : (
          <table className="plain w-full">
            <thead>
              <tr>
                <th scope="col">{WORDS.what}</th>
                <th scope="col">{WORDS.offByMm}</th>
                <th scope="col">{WORDS.mostOfItFrom}</th>
              </tr>
            </thead>
            <tbody>
              {places.slice(0, MOST_PLACES).map((p) => (
                <tr key={p.says}>
                  <th scope="row" className="!text-ink">
                    {p.says}
                    {p.alike > 0 && <span className="font-normal text-ink-2"> · {p.alike} more alike</span>}
                  </th>
                  <td className="whitespace-nowrap">±{toFigure(p.errorMm, 2)}</td>
                  <td>
                    {p.worst.map((w) => (
                      <StepLink key={w.step} step={w.step}>
                        {toFigure(w.mm, 2)} mm
                      </StepLink>
                    ))}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        {unknown.length > 0 && (
          <p className="note mt-2">
            Not known: what a slip of {unknown.length === 1 ? WORDS.step : WORDS.steps} {unknown.join(', ')}{' '}
            does. A later step does not fold with it; take most care there.
          </p>
        )}
        {partly.length > 0 && (
          <p className="note mt-2">
            Known in part: {partly.length === 1 ? WORDS.step : WORDS.steps} {partly.join(', ')}. Later steps
            fold only with a crease that is moved, or only with one that is turned; the other half is not
            counted.
          </p>
        )}
      </div>
      <div>
        <h2 className="head mb-1">{WORDS.whereToStopAnd}</h2>
        {checks.length === 0 ? (
          <p className="note">{WORDS.noStepBringsEdges}</p>
        ) : (
          <ul>
            {checks.map((c) => (
              <li key={`${c.step} ${c.says}`} className="border-t border-rule py-1.5">
                After <StepLink step={c.step} /> {c.says}, usually within {toFigure(c.errorMm, 2)} mm. If it
                is more, look back at <StepLink step={c.shows.step} />, which shows here with{' '}
                {toFigure(c.shows.mm, 2)} mm.
              </li>
            ))}
          </ul>
        )}
      </div>
    </div>
  );
}

function StepLink({ step, children }: { step: number; children?: ReactNode }) {
  const dispatch = useAppDispatch();
  return (
    <span className={children ? 'mr-3 whitespace-nowrap' : ''}>
      <button type="button" className="act" onClick={() => dispatch(stepSelected(step))}>
        step {step}
      </button>
      {children && <> {children}</>}
    </span>
  );
}
