import { useEffect, useState } from 'react';
import type { Drawing } from '@jade/core/drawing';
import { specOf } from '@jade/core/kinds';
import { drawStill } from '@jade/core/play';
import type { Step } from '@jade/core/sequence';
import { motionOf } from '../../play/index.ts';
import { DrawingView, usePalette } from '../../pictures/index.ts';
import { useEngine } from '../../engine/index.ts';
import { WORDS } from './words.ts';

/** How far folded the pictures on the way are. */
const STILLS = [0.3, 0.65];
/** How long a step is looked at before its motion is computed, in ms. */
const AHEAD_MS = 900;

/** Room the pictures take beside what the step becomes, kept from the start so that nothing shifts when they come, in px. */
export const STILLS_PX = 100;

/** Whether a step folds several creases at once, so that pictures on its way help. */
export function foldsMany(steps: readonly Step[], step: number): boolean {
  const move = steps[step - 1]?.move;
  const original = move?.kind === 'repeat' ? steps.find((s) => s.id === move.of)?.move : move;
  return original !== undefined && specOf(original).beforehand.together;
}

/** A step stopped twice on its way; empty where no motion true to paper is known. */
export function OnTheWay({ step }: { step: number }) {
  const palette = usePalette();
  const stills = useStills(step);
  return (
    <section aria-label={WORDS.onTheWay} style={{ width: STILLS_PX }}>
      {stills.map((drawing, i) => (
        <DrawingView
          key={i}
          drawing={drawing}
          palette={palette}
          width={STILLS_PX}
          height={84}
          margin={5}
          weight={0.6}
          title={`Step ${step}, ${Math.round(STILLS[i]! * 100)} % folded`}
        />
      ))}
    </section>
  );
}

function useStills(step: number): readonly Drawing[] {
  const { result } = useEngine();
  const [found, setFound] = useState<{ of: unknown; step: number; stills: readonly Drawing[] }>();
  useEffect(() => {
    let live = true;
    const wait = setTimeout(() => {
      motionOf(step)
        .then((play) => {
          const stills = play ? STILLS.flatMap((share) => drawStill(play, share) ?? []) : [];
          if (live) setFound({ of: result, step, stills });
        })
        .catch(() => undefined);
    }, AHEAD_MS);
    return () => {
      live = false;
      clearTimeout(wait);
    };
  }, [step, result]);
  return found?.step === step && found.of === result ? found.stills : [];
}
