import { useEffect, useState } from 'react';
import { type ColourChoice, saySwaps } from '@jade/core/checks';
import { toFigure } from '@jade/core/units';
import { type ColourReading, getEngine, useEngine } from '../../engine/index.ts';
import { useEdit, usePlan } from '../../plan/index.ts';
import { DrawingView, usePalette } from '../../table/index.ts';

/** The side up at the first step, worked back from the end: both choices as pictures, with the brief's parts. */
export function WhichSideUp() {
  const { result } = useEngine();
  const [reading, setReading] = useState<ColourReading | null>(null);
  useEffect(() => {
    if (!result) return;
    let live = true;
    getEngine()
      .readColours()
      .then((found) => live && setReading(found))
      .catch(() => undefined);
    return () => {
      live = false;
    };
  }, [result]);
  if (!reading) return null;
  const { choices, swaps, drawing } = reading;
  return (
    <section className="mt-6" aria-label="Which side up">
      <h2 className="head mb-1">Which side up at step 1</h2>
      <p className="note mb-2">{saySwaps(swaps)}</p>
      <div className="grid grid-cols-2 gap-6">
        {choices.map((choice) => (
          <SideUp key={String(choice.isSwapped)} choice={choice} drawing={drawing} />
        ))}
      </div>
    </section>
  );
}

function SideUp({ choice, drawing }: { choice: ColourChoice; drawing: ColourReading['drawing'] }) {
  const { paper } = usePlan();
  const edit = useEdit();
  const palette = usePalette();
  const { isSwapped, parts, asWanted, frontShare, behindShare } = choice;
  // Begun other side up, what shows the front now shows the back: the same picture in exchanged colours.
  const shown = isSwapped ? { ...palette, front: palette.back, back: palette.front } : palette;
  const up = isSwapped ? paper.back.name : paper.front.name;
  const share = (s: number): string => `${toFigure(s * 100, 0)} % ${paper.front.name}`;
  return (
    <figure data-side={isSwapped ? 'swapped' : 'own'}>
      <DrawingView
        drawing={drawing}
        palette={shown}
        width={220}
        height={170}
        margin={10}
        weight={0.7}
        title={`Finished, begun with ${up} up`}
      />
      <figcaption className="text-[14px] leading-[20px]">
        <b>{isSwapped ? `${up} up` : `${up} up, as planned`}</b>
        <span className="note block">
          from the front {share(frontShare)}, from behind {share(behindShare)}
        </span>
        {parts.length > 0 && (
          <ul>
            {parts.map((p) => (
              <li key={p.part} className={p.seen && p.seen !== p.wanted ? 'text-persimmon' : ''}>
                {p.part}: {p.seen ? paper[p.seen].name : 'not known, name its corner in Parts'}
                {p.seen && p.seen !== p.wanted ? `, wanted ${paper[p.wanted].name}` : ''}
              </li>
            ))}
          </ul>
        )}
        {parts.length > 0 && (
          <span className="note block">
            {asWanted} of {parts.length} as the brief wants
          </span>
        )}
        {isSwapped && (
          <button
            type="button"
            className="act"
            onClick={() => edit((p) => void ([p.paper.front, p.paper.back] = [p.paper.back, p.paper.front]))}
          >
            Begin with this side up
          </button>
        )}
      </figcaption>
    </figure>
  );
}
