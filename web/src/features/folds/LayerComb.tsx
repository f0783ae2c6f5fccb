import { useState } from 'react';
import type { LayerTooth } from '../../engine/index.ts';
import { usePlan } from '../../plan/index.ts';
import type { Pick } from './composer.ts';
import { WORDS } from './words.ts';

/** The stack under the pointer as teeth, nearest first: how many of them move. Layers that hang together come along. */
export function LayerComb({
  teeth,
  onTake,
}: {
  teeth: readonly LayerTooth[];
  onTake: (flap: readonly Pick[]) => void;
}) {
  const { paper } = usePlan();
  const [taken, setTaken] = useState(1);
  const take = (count: number): void => {
    setTaken(count);
    onTake(
      teeth
        .slice(0, count)
        .map((t, i) => ({ name: `layer ${i + 1}`, ref: { kind: 'sheet', at: [...t.point] } })),
    );
  };
  return (
    <div className="mt-3">
      <h2 className="text-[14px] leading-[18px]">{WORDS.layersUnderThePointer}</h2>
      <div role="radiogroup" aria-label={WORDS.howManyLayersMove} className="mt-1 space-y-[3px]">
        {teeth.map((t, i) => (
          <button
            key={t.facet}
            type="button"
            role="radio"
            aria-checked={taken === i + 1}
            aria-label={i === 0 ? WORDS.theNearestLayer : `the nearest ${i + 1} layers`}
            className="flex h-6 w-full items-center gap-2"
            onClick={() => take(i + 1)}
          >
            <span
              className="h-full w-[3px]"
              style={{ background: i < taken ? 'var(--jade)' : 'transparent' }}
            />
            <span
              className="h-[11px] flex-1 border border-ink-2"
              style={{
                background: t.side === 'front' ? paper.front.hex : paper.back.hex,
                opacity: i < taken ? 1 : 0.6,
              }}
            />
          </button>
        ))}
      </div>
      <p className="note">
        {taken} of {teeth.length} taken
      </p>
    </div>
  );
}
