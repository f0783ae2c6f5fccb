import { useEffect, useState } from 'react';
import type { Drawing, ModelView } from '@jade/core/drawing';
import { getEngine, useEngine } from '../../engine/index.ts';
import { WORDS } from './words.ts';

/** What the large picture shows: how the step is folded, or the model after it, as it lies or in one of the other ways. */
export type View = 'folding' | 'lies' | ModelView;

const VIEWS: readonly { readonly view: View; readonly word: string; readonly title: string }[] = [
  {
    view: 'folding',
    word: 'How it is folded',
    title: 'The model before the step, with its lines and arrows',
  },
  { view: 'lies', word: 'What it becomes', title: 'The model after the step, as the folder sees it' },
  { view: 'through', word: 'See through', title: 'Edges under other layers as dotted lines' },
  { view: 'apart', word: 'Fanned', title: 'Layers apart, so that they can be counted' },
  { view: 'against', word: 'Against before', title: 'With the outline it had before this step' },
];

export function ViewSwitch({ view, onView }: { view: View; onView: (view: View) => void }) {
  return (
    <div
      role="radiogroup"
      aria-label={WORDS.whatTheLargePicture}
      className="flex flex-wrap gap-x-4 text-[13px]"
    >
      {VIEWS.map((v) => (
        <label
          key={v.view}
          title={v.title}
          className={`cursor-pointer border-b-2 px-0.5 focus-within:outline-2 focus-within:outline-jade ${view === v.view ? 'border-jade font-semibold' : 'border-transparent text-ink-2'}`}
        >
          <input
            type="radio"
            name="model-view"
            className="sr-only"
            checked={view === v.view}
            onChange={() => onView(v.view)}
          />
          {v.word}
        </label>
      ))}
    </div>
  );
}

/** The drawing of another view, asked for when it is wanted; undefined for those that are there already. */
export function useView(view: View, step: number): Drawing | undefined {
  const { result } = useEngine();
  const [answer, setAnswer] = useState<{ key: string; of: unknown; drawing: Drawing }>();
  const key = `${view} ${step}`;
  useEffect(() => {
    if (isThere(view)) return;
    let live = true;
    getEngine()
      .readView(step, view)
      .then((drawing) => live && setAnswer({ key, of: result, drawing }))
      .catch(() => undefined);
    return () => {
      live = false;
    };
  }, [key, view, step, result]);
  return !isThere(view) && answer?.key === key && answer.of === result ? answer.drawing : undefined;
}

const isThere = (view: View): view is 'folding' | 'lies' => view === 'folding' || view === 'lies';
