import { Link } from 'react-router';
import { type Skill, skillNames, skillSpec } from '@jade/core/practice';
import { sayNumber, toMinutesText } from '@jade/core/units';
import { type PlanNeeds, useNeeds } from './useNeeds.ts';
import { usePapers, useSettings } from '../../records/index.ts';
import { stepSelected, useEdit, usePlan, usePlanState } from '../../plan/index.ts';
import { useAppDispatch } from '../../state/index.ts';
import { WordChoice } from './inline.tsx';
import { WORDS } from './words.ts';

const ANY = 'any';

/** What the hands can do and have: how narrow, how hard at most, evenings and paper; and the steps that ask for more. */
export function Hands() {
  const { brief, sheet } = usePlan();
  const edit = useEdit();
  const { limits, calendar } = useSettings();
  const { data: papers } = usePapers();
  const needs = useNeeds();
  const { id } = usePlanState();
  const evenings = calendar.minutes.filter((m) => m > 0).length;
  const minutes = calendar.minutes.reduce((sum, m) => sum + m, 0);
  const sheets = (papers ?? []).reduce((sum, p) => sum + p.count, 0);
  const hardest = skillNames.find((s) => s === brief.hardest);
  return (
    <section aria-label={WORDS.hands} className="mt-4 max-w-[640px]">
      <p className="leading-[28px]">
        {WORDS.handsWork}{' '}
        <Link className="act" to={`/plan/${id}/paper`}>
          {sheet.handling}, from{' '}
          {sayNumber(sheet.handling === 'fingers' ? limits.fingersMm : limits.tweezersMm)} mm
        </Link>
        ; {WORDS.nothingHarder}{' '}
        <WordChoice
          label={WORDS.hardestMove}
          value={hardest ?? ANY}
          options={[
            { value: ANY as string, label: WORDS.anyMove },
            ...skillNames.map((s) => ({ value: s as string, label: `a ${skillSpec(s).word}` })),
          ]}
          onChoice={(v) => edit((p) => void (p.brief.hardest = v === ANY ? null : v))}
        />
        ;{' '}
        <Link className="act" to="/settings">
          {evenings} {evenings === 1 ? 'evening' : 'evenings'}
        </Link>{' '}
        of {toMinutesText(minutes)} a week;{' '}
        <Link className="act" to="/drawer">
          {sheets} sheets
        </Link>{' '}
        in the drawer.
      </p>
      {hardest && needs && <Beyond hardest={hardest} needs={needs} />}
    </section>
  );
}

/** Steps that take a harder skill than is wished. */
function Beyond({ hardest, needs }: { hardest: Skill; needs: PlanNeeds }) {
  const { id } = usePlanState();
  const dispatch = useAppDispatch();
  const most = skillNames.indexOf(hardest);
  const beyond = needs.steps.filter((s) => skillNames.indexOf(s.skill) > most);
  if (beyond.length === 0)
    return (
      <p className="text-jade-deep" data-testid="hands-verdict">
        No step asks for more than that.
      </p>
    );
  const words = [...new Set(beyond.map((s) => skillSpec(s.skill).word))];
  return (
    <p className="text-persimmon" data-testid="hands-verdict">
      {beyond.length === 1 ? 'One step asks' : `${beyond.length} steps ask`} for more ({words.join(', ')}):{' '}
      {beyond.slice(0, 8).map((s, i) => (
        <span key={s.number}>
          {i > 0 && ', '}
          <Link className="act" to={`/plan/${id}/folds`} onClick={() => dispatch(stepSelected(s.number))}>
            {s.number}
          </Link>
        </span>
      ))}
      {beyond.length > 8 && ` and ${beyond.length - 8} more`}. Practise them, look for another way in Folds,
      or choose a base without them.
    </p>
  );
}
