import type { SavedPlan } from '../../api/index.ts';
import { Choice } from '../../ui/index.ts';
import { type Sort, type Wanted, sorts } from './order.ts';
import { WORDS } from './words.ts';

/** What one looks for among many plans. */
export function Search({
  plans,
  wanted,
  shown,
  onWanted,
}: {
  readonly plans: readonly SavedPlan[];
  readonly wanted: Wanted;
  readonly shown: number;
  readonly onWanted: (wanted: Wanted) => void;
}) {
  const casts = [...new Set(plans.map((p) => p.plan.cast).filter((c) => c !== ''))].sort();
  const tags = [...new Set(plans.flatMap((p) => p.plan.tags))].sort();
  const set = (change: Partial<Wanted>): void => onWanted({ ...wanted, ...change });
  return (
    <form
      role="search"
      className="flex flex-wrap items-end gap-4 px-8 pt-4"
      onSubmit={(e) => e.preventDefault()}
    >
      <label className="text-[14px] text-ink-2">
        {WORDS.search}
        <input
          type="text"
          className="block w-56"
          value={wanted.text}
          maxLength={80}
          onChange={(e) => set({ text: e.target.value })}
        />
      </label>
      <Choice
        label={WORDS.sortBy}
        className="w-40"
        value={wanted.sort}
        options={sorts.map((value) => ({ value, label: WORDS.sorts[value] }))}
        onChoice={(v) => set({ sort: v as Sort })}
      />
      {casts.length > 1 && (
        <Choice
          label={WORDS.castOrSet}
          className="w-44"
          value={wanted.cast}
          options={[{ value: '', label: WORDS.all }, ...casts.map((c) => ({ value: c, label: c }))]}
          onChoice={(cast) => set({ cast })}
        />
      )}
      {tags.length > 0 && (
        <Choice
          label={WORDS.tag}
          className="w-40"
          value={wanted.tag}
          options={[{ value: '', label: WORDS.all }, ...tags.map((t) => ({ value: t, label: t }))]}
          onChoice={(tag) => set({ tag })}
        />
      )}
      <span role="status" className="note pb-2">
        {shown === plans.length ? '' : `${shown} of ${plans.length} plans`}
      </span>
    </form>
  );
}
