import { useEffect, useState } from 'react';
import type { Drawing } from '@jade/core/drawing';
import { useEngine } from '../../engine/index.ts';
import { PlayLeaf, motionOf } from '../../play/index.ts';
import { SaveDrawings } from './SaveDrawings.tsx';
import { WORDS } from './words.ts';

/** What else the selected step offers: its motion, and its drawing to save. */
export function Printed({ drawing, step }: { drawing: Drawing; step: number }) {
  return (
    <>
      <PlayButton step={step} />
      <SaveDrawings drawing={drawing} step={step} />
    </>
  );
}

/** Opens the step as a moving sheet; its motion is computed ahead, while the folder looks at the step. */
function PlayButton({ step }: { step: number }) {
  const [isOpen, setOpen] = useState(false);
  const { result } = useEngine();
  useEffect(() => {
    const wait = setTimeout(() => void motionOf(step).catch(() => undefined), AHEAD_MS);
    return () => clearTimeout(wait);
  }, [step, result]);
  return (
    <>
      <button type="button" className="btn my-1" onClick={() => setOpen(true)}>
        {WORDS.playTheFold}
      </button>
      {isOpen && <PlayLeaf step={step} onClose={() => setOpen(false)} />}
    </>
  );
}

/** How long a step is looked at before its motion is computed. */
const AHEAD_MS = 900;
