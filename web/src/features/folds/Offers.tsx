import { useEffect, useState } from 'react';
import type { Move } from '@jade/core/sequence';
import { type OfferedPicture, type Proposal, getEngine } from '../../engine/index.ts';
import { DrawingView, usePalette } from '../../table/index.ts';
import type { Composer } from './composer.ts';

/** Where a move can end in more than one way: each as a picture to choose. */
export function Offers({
  base,
  move,
  solution,
  onChoose,
}: {
  base: number;
  move: Move;
  solution: Composer['solution'];
  onChoose: (picks: Composer['solution']) => void;
}) {
  const palette = usePalette();
  const bare = JSON.stringify([base, { ...move, picks: [] }]);
  const [found, setFound] = useState<{ key: string; pictures: readonly OfferedPicture[] }>();
  useEffect(() => {
    let live = true;
    const [before, asked] = JSON.parse(bare) as [number, Move];
    void getEngine()
      .offerResults(before, asked)
      .then((pictures) => live && setFound({ key: bare, pictures }));
    return () => {
      live = false;
    };
  }, [bare]);
  if (found?.key !== bare || found.pictures.length === 0) return null;
  return (
    <section aria-label="Ways it can lie" className="mt-3">
      <h2 className="text-[14px] leading-[18px]">It can lie in {found.pictures.length} ways</h2>
      <ul className="mt-1 grid grid-cols-2 gap-1">
        {found.pictures.map((picture, i) => {
          const on = JSON.stringify(picture.picks) === JSON.stringify(solution);
          return (
            <li key={i}>
              <button
                type="button"
                aria-pressed={on}
                className={`border-b-2 ${on ? 'border-jade' : 'border-transparent'}`}
                onClick={() => onChoose(picture.picks)}
              >
                <DrawingView
                  drawing={picture.drawing}
                  palette={palette}
                  width={86}
                  height={76}
                  margin={6}
                  weight={0.6}
                  title={`Way ${i + 1}`}
                />
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** The moves that bring a dragged point where it was let go. */
export function Proposals({
  from,
  to,
  proposals,
  onChoose,
  onPutAway,
}: {
  from: string;
  to: string;
  proposals: readonly Proposal[];
  onChoose: (move: Move) => void;
  onPutAway: () => void;
}) {
  const palette = usePalette();
  return (
    <section aria-label="Moves that bring it there">
      <h2 className="head">
        {from} to {to}
      </h2>
      {proposals.length === 0 && (
        <p className="note">No single move brings it there: paper lies in the way, or would tear.</p>
      )}
      <ul className="grid grid-cols-2 gap-x-1 gap-y-2">
        {proposals.map(({ move, word, after }, i) => (
          <li key={i}>
            <button
              type="button"
              className="text-left text-[13px] leading-[16px]"
              onClick={() => onChoose(move)}
            >
              <DrawingView
                drawing={after}
                palette={palette}
                width={88}
                height={80}
                margin={6}
                weight={0.6}
                title={`After: ${word}`}
              />
              {word}
            </button>
          </li>
        ))}
      </ul>
      <button type="button" className="act mt-2" onClick={onPutAway}>
        Leave it where it is
      </button>
    </section>
  );
}
