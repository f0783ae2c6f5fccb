import { useEffect, useState } from 'react';
import type { Move } from '@jade/core/kinds';
import { type OfferedPicture, type Proposal, getEngine } from '../../engine/index.ts';
import { DrawingView, usePalette } from '../../pictures/index.ts';
import type { Composer } from './composer.ts';
import { WORDS } from './words.ts';

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
    <section aria-label={WORDS.waysItCanLie} className="mt-3">
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

/**
 * Other ways of asking for a fold that the paper allows: all that is known of a refused one; of one that takes all layers,
 * what could be held. Each was folded before it is shown.
 */
export function OtherWays({
  base,
  move,
  isRefused,
  onChoose,
}: {
  base: number;
  move: Move;
  isRefused: boolean;
  onChoose: (move: Move) => void;
}) {
  const key = JSON.stringify([base, move]);
  const wanted = isRefused || ('layers' in move && move.layers === 'all' && 'hold' in move);
  const [found, setFound] = useState<{ key: string; ways: readonly Proposal[] }>();
  useEffect(() => {
    if (!wanted) return;
    let live = true;
    const [before, asked] = JSON.parse(key) as [number, Move];
    void getEngine()
      .listOtherWays(before, asked)
      .then((ways) => live && setFound({ key, ways }));
    return () => {
      live = false;
    };
  }, [key, wanted]);
  if (!wanted || found?.key !== key) return null;
  const ways = isRefused ? found.ways : found.ways.filter((w) => 'hold' in w.move && w.move.hold.length > 0);
  if (ways.length === 0) return null;
  return (
    <section aria-label={WORDS.whatWouldWork} className="mt-3">
      <h2 className="text-[14px] leading-[18px]">
        {isRefused ? WORDS.triedAndItFolds : WORDS.allLayersMoveOr}
      </h2>
      <Pictured proposals={ways} onChoose={onChoose} />
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
  /** Where it was let go; undefined for a place without a name, where the fold is one to taste. */
  to: string | undefined;
  proposals: readonly Proposal[];
  onChoose: (move: Move) => void;
  onPutAway: () => void;
}) {
  return (
    <section aria-label={WORDS.movesThatBringIt}>
      <h2 className="head">
        {from} to {to ?? WORDS.thereToTaste}
      </h2>
      {proposals.length === 0 && (
        <p className="note">{to === undefined ? WORDS.noSingleMoveBrings : WORDS.noSingleMoveBringsIt}</p>
      )}
      <Pictured proposals={proposals} onChoose={onChoose} />
      <button type="button" className="act mt-2" onClick={onPutAway}>
        {WORDS.leaveItWhereIt}
      </button>
    </section>
  );
}

function Pictured({
  proposals,
  onChoose,
}: {
  proposals: readonly Proposal[];
  onChoose: (move: Move) => void;
}) {
  const palette = usePalette();
  return (
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
  );
}
