import { useRef, useState } from 'react';
import type { Drawing } from '@jade/core/drawing';
import { getEngine } from '../../engine/index.ts';
import { usePlan } from '../../plan/index.ts';
import { saveAll, savePng, saveSvg, usePalette } from '../../pictures/index.ts';
import { WORDS } from './words.ts';

type Kind = 'svg' | 'png';

/** The step's drawing as a file, or all of them in one archive, for a sheet of diagrams. */
export function SaveDrawings({ drawing, step }: { drawing: Drawing; step: number }) {
  const palette = usePalette();
  const { name, steps } = usePlan();
  const [fault, setFault] = useState('');
  const [done, setDone] = useState<number>();
  const isOff = useRef(false);
  const stem = name.toLowerCase().replace(/[^a-z0-9]+/g, '-');
  const saved = (drawn: Drawing, number: number) => ({
    drawing: drawn,
    palette,
    title: `${name}, step ${number}`,
    file: `${stem}-${String(number).padStart(3, '0')}`,
  });
  const all = async (kind: Kind): Promise<void> => {
    isOff.current = false;
    setFault('');
    const pictures = [];
    for (let n = 1; n <= steps.length; n++) {
      if (isOff.current) return setDone(undefined);
      setDone(n);
      const drawn = await getEngine().drawStepOf(n);
      if (drawn) pictures.push(saved(drawn, n));
    }
    await saveAll(pictures, kind, `${stem}-steps`, () => isOff.current);
    setDone(undefined);
  };
  const told = (work: Promise<void>): void =>
    void work.catch((e: Error) => {
      setDone(undefined);
      setFault(e.message);
    });
  return (
    <div className="note">
      <p>
        Save it:{' '}
        <button type="button" className="act" onClick={() => saveSvg(saved(drawing, step))}>
          {WORDS.svg}
        </button>{' '}
        <button type="button" className="act" onClick={() => told(savePng(saved(drawing, step)))}>
          {WORDS.png}
        </button>
      </p>
      {done === undefined ? (
        <p>
          All {steps.length}:{' '}
          <button type="button" className="act" aria-label={WORDS.allAsSvg} onClick={() => told(all('svg'))}>
            {WORDS.svg}
          </button>{' '}
          <button type="button" className="act" aria-label={WORDS.allAsPng} onClick={() => told(all('png'))}>
            {WORDS.png}
          </button>
        </p>
      ) : (
        <p role="status">
          Drawing {done} of {steps.length} …{' '}
          <button type="button" className="act" onClick={() => (isOff.current = true)}>
            {WORDS.stop}
          </button>
        </p>
      )}
      {fault && <p role="alert">It cannot be saved: {fault}.</p>}
    </div>
  );
}
