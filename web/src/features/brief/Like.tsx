import type { Plan } from '@jade/core/plan';
import { useListPlansQuery } from '../../api/index.ts';
import { useEdit, usePlan, usePlanState } from '../../plan/index.ts';
import { useSettings } from '../../records/index.ts';
import { sayNumber, toLengthText } from '@jade/core/units';
import { WORDS } from './words.ts';

/** Sizes other plans wish, by the words they go by, for a line that names one. */
export interface OtherPlan {
  readonly plan: string;
  readonly name: string;
  readonly heightMm: number | null;
  readonly lengthMm: number | null;
}

export function useOtherPlans(): readonly OtherPlan[] {
  const { data } = useListPlansQuery();
  const { id } = usePlanState();
  return (data ?? []).flatMap((p): OtherPlan[] => {
    if (p.id === id) return [];
    const { target, other } = p.plan.brief;
    const beside = other?.mm ?? null;
    const sizes =
      target.dimension === 'height'
        ? { heightMm: target.mm, lengthMm: beside }
        : { heightMm: beside, lengthMm: target.mm };
    return [{ plan: p.id, name: p.plan.name, ...sizes }];
  });
}

/** Sizes that differ by less are one, in mm. */
const SAME_MM = 0.05;

/** A size that keeps to another plan's: whether it still does, and how to follow it. */
export function LikeNotice() {
  const { brief } = usePlan();
  const edit = useEdit();
  const { unit } = useSettings();
  const others = useOtherPlans();
  const { target } = brief;
  const { like } = target;
  if (!like || target.mm === null) return null;
  const other = others.find((o) => o.plan === like.plan);
  const own = target.dimension === 'height' ? other?.heightMm : other?.lengthMm;
  const forget = (p: Plan): void => {
    delete p.brief.target.like;
  };
  const times = like.share === 1 ? WORDS.asLargeAs : `${sayNumber(Math.round(like.share * 100) / 100)} times`;
  const wanted = own === undefined || own === null ? undefined : own * like.share;
  const isKept = wanted !== undefined && Math.abs(wanted - target.mm) < SAME_MM;
  return (
    <p className="mt-1 max-w-[640px] text-[15px]" data-testid="like">
      {isKept ? (
        <>
          It keeps to the {like.name.toLowerCase()}: {times} its {target.dimension}.
        </>
      ) : wanted === undefined ? (
        <>
          It was to be {times} the {target.dimension} of {like.name}, which wishes none any more.
        </>
      ) : (
        <span className="text-persimmon">
          The {like.name.toLowerCase()} wishes {toLengthText(own!, unit).text} now: {times} that is{' '}
          {toLengthText(wanted, unit).text}.{' '}
          <button
            type="button"
            className="act"
            onClick={() => edit((p) => void (p.brief.target.mm = Math.round(wanted * 10) / 10))}
          >
            {WORDS.keepProportion}
          </button>
        </span>
      )}{' '}
      <button type="button" className="act" onClick={() => edit(forget as never)}>
        {WORDS.letItGo}
      </button>
    </p>
  );
}
