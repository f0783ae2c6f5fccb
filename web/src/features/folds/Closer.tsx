import { useEffect } from 'react';
import { isTyping } from '../../stage/index.ts';
import type { useCloser } from '../../pictures/index.ts';
import { WORDS } from './words.ts';

/** How much closer one press brings the paper. */
const PRESS = 1.5;

interface CloserProps extends ReturnType<typeof useCloser> {
  /** What is looked at closer, in the model: the point chosen last or pointed at; the middle where there is none. */
  readonly about: readonly [number, number] | undefined;
}

/** Looking closer at the model: words to press, and the keys + and -; the wheel does it at the pointer. */
export function Closer({ zoom, isClose, toWhole, about }: CloserProps) {
  useEffect(() => {
    const onKey = (e: KeyboardEvent): void => {
      if (isTyping(e.target) || e.ctrlKey || e.metaKey || e.altKey) return;
      if (e.key === '+' || e.key === '=') zoom(about ?? null, PRESS);
      else if (e.key === '-') zoom(null, 1 / PRESS);
      else return;
      e.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [about, zoom]);
  return (
    <span className="flex gap-3 text-[13px]" role="group" aria-label={WORDS.howCloseTheModel}>
      <button
        type="button"
        className="act"
        title={WORDS.closerOrTurnThe}
        onClick={() => zoom(about ?? null, PRESS)}
      >
        {WORDS.closer}
      </button>
      {isClose && (
        <>
          <button type="button" className="act" title={WORDS.wider} onClick={() => zoom(null, 1 / PRESS)}>
            {WORDS.wider2}
          </button>
          <button type="button" className="act" onClick={toWhole}>
            {WORDS.allOfIt}
          </button>
        </>
      )}
    </span>
  );
}
