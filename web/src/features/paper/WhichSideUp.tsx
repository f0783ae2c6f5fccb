import { useEffect, useState } from 'react';
import { type ColourChoice, type PartSeen, saySwaps, turnSheetOver } from '@jade/core/checks';
import { toFigure } from '@jade/core/units';
import { type ColourReading, getEngine, useEngine } from '../../engine/index.ts';
import { useChange, usePlan } from '../../plan/index.ts';
import { DrawingView, usePalette } from '../../pictures/index.ts';
import { WORDS } from './words.ts';

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
    <section className="mt-6" aria-label={WORDS.whichSideUp}>
      <h2 className="head mb-1">{WORDS.whichSideUpAt}</h2>
      <p className="note mb-2">{saySwaps(swaps)}</p>
      <div className="grid grid-cols-2 gap-6">
        {choices.map((choice) => (
          <SideUp key={String(choice.isSwapped)} choice={choice} drawing={drawing} />
        ))}
      </div>
    </section>
  );
}

/** "white, 94 % of it", with what was wanted where it is another. */
function sayPart(
  { seen, wanted, share, shareBehind }: PartSeen,
  paper: Record<'front' | 'back', { readonly name: string }>,
): string {
  const percent = (s: number): string => `${toFigure(s * 100, 0)} %`;
  if (share === undefined)
    return seen
      ? `${paper[seen].name}${seen === wanted ? '' : `, wanted ${paper[wanted].name}`}`
      : 'not known; name its corner in Parts, or paint it in Brief';
  const behind = shareBehind === undefined ? '' : `, ${percent(shareBehind)} from behind`;
  return `${percent(share)} ${paper[wanted].name}${behind}${seen === wanted ? '' : ', wanted all of it'}`;
}

function SideUp({ choice, drawing }: { choice: ColourChoice; drawing: ColourReading['drawing'] }) {
  const { paper } = usePlan();
  const change = useChange();
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
                {p.part}: {sayPart(p, paper)}
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
          <button type="button" className="act" onClick={() => change(turnSheetOver)}>
            {WORDS.beginWithThisSide}
          </button>
        )}
      </figcaption>
    </figure>
  );
}
