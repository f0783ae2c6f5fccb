import { useEffect, useState } from 'react';
import type { Drawing, ModelView } from '@jade/core/drawing';
import { getEngine, useEngine } from '../../engine/index.ts';

/** How the model is looked at: as it lies, or in one of the other ways. */
export type View = 'lies' | ModelView;

const VIEWS: readonly { readonly view: View; readonly word: string; readonly title: string }[] = [
  { view: 'lies', word: 'As it lies', title: 'The model as the folder sees it' },
  { view: 'through', word: 'See through', title: 'Edges under other layers as dotted lines' },
  { view: 'apart', word: 'Fanned', title: 'Layers apart, so that they can be counted' },
  { view: 'against', word: 'Before', title: 'With the outline it had before this step' },
];

export function ViewSwitch({ view, onView }: { view: View; onView: (view: View) => void }) {
  return (
    <div role="radiogroup" aria-label="How the model is looked at" className="flex gap-4 text-[13px]">
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

/** The drawing of another view, asked for when it is wanted; undefined for the usual one. */
export function useView(view: View, step: number): Drawing | undefined {
  const { result } = useEngine();
  const [answer, setAnswer] = useState<{ key: string; of: unknown; drawing: Drawing }>();
  const key = `${view} ${step}`;
  useEffect(() => {
    if (view === 'lies') return;
    let live = true;
    getEngine()
      .readView(step, view)
      .then((drawing) => live && setAnswer({ key, of: result, drawing }))
      .catch(() => undefined);
    return () => {
      live = false;
    };
  }, [key, view, step, result]);
  return view !== 'lies' && answer?.key === key && answer.of === result ? answer.drawing : undefined;
}
