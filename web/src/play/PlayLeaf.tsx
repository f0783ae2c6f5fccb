import { useEffect, useRef, useState } from 'react';
import type { Drawing, Palette } from '@jade/core/drawing';
import type { Play } from '@jade/core/play';
import { useAppDispatch } from '../state/index.ts';
import { useEngine } from '../engine/index.ts';
import { stepSelected, usePlan } from '../plan/index.ts';
import { DrawingView, usePalette } from '../pictures/index.ts';
import { Choice, Leaf, Notice } from '../ui/index.ts';
import { motionOf } from './client.ts';
import type { PlayStage } from './scene.ts';
import { WORDS } from './words.ts';

const WIDTH = 808;
const HEIGHT = 420;
/** Seconds one step takes at full speed. */
const SECONDS = 2.4;
const SPEEDS = [
  { value: '1', label: 'at full speed' },
  { value: '0.5', label: 'half as fast' },
  { value: '0.2', label: 'slowly' },
] as const;

/** A step as it is drawn, and what it becomes. */
interface Pair {
  readonly before: Drawing;
  readonly after: Drawing;
}

const wantsStill = (): boolean => window.matchMedia('(prefers-reduced-motion: reduce)').matches;

/** The fold of a step as a moving sheet, forwards and back, at any speed and from any side. */
export function PlayLeaf({ step, onClose }: { step: number; onClose: () => void }) {
  const { detail } = useEngine();
  const { steps } = usePlan();
  const dispatch = useAppDispatch();
  const { motion, fault } = useMotion(step);
  const palette = usePalette();
  return (
    <Leaf open width="wide" onOpen={(open) => !open && onClose()} title={`Step ${step} in motion`}>
      <p className="mb-2 min-h-[3em]">{detail?.number === step ? detail.sentence : ''}</p>
      {fault ? (
        <Notice tone="care">The motion cannot be computed: {fault}. The pictures of the step stand.</Notice>
      ) : motion === undefined ? (
        <p className="note" role="status" style={{ minHeight: HEIGHT + 76 }}>
          {WORDS.foldingItInThe}
        </p>
      ) : motion === null ? (
        <Notice tone="care">{WORDS.nothingMovesInThis}</Notice>
      ) : (
        <Motion key={step} motion={motion} palette={palette} pictures={detail} />
      )}
      <div className="mt-3 flex gap-5">
        <button
          type="button"
          className="act"
          disabled={step <= 1}
          onClick={() => dispatch(stepSelected(step - 1))}
        >
          {WORDS.theStepBefore}
        </button>
        <button
          type="button"
          className="act"
          disabled={step >= steps.length}
          onClick={() => dispatch(stepSelected(step + 1))}
        >
          {WORDS.theNextStep}
        </button>
      </div>
    </Leaf>
  );
}

/** undefined while it is computed, null where nothing moves. */
function useMotion(step: number): { motion: Play | null | undefined; fault?: string } {
  const { result } = useEngine();
  const [answer, setAnswer] = useState<{ of: unknown; step: number; motion?: Play | null; fault?: string }>();
  useEffect(() => {
    let live = true;
    motionOf(step)
      .then((motion) => live && setAnswer({ of: result, step, motion }))
      .catch((e: Error) => live && setAnswer({ of: result, step, fault: e.message }));
    return () => {
      live = false;
    };
  }, [step, result]);
  if (answer?.of !== result || answer?.step !== step) return { motion: undefined };
  return answer.fault === undefined ? { motion: answer.motion } : { motion: undefined, fault: answer.fault };
}

/** A motion with its handles: played, held, scrubbed, turned. */
export function Motion({
  motion,
  palette,
  pictures,
}: {
  readonly motion: Play;
  readonly palette: Palette;
  /** Its two flat states, where nothing is drawn in space. */
  readonly pictures: Pair | undefined;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const stage = useRef<PlayStage>(undefined);
  const [moment, setMoment] = useState(0);
  const [isPlaying, setPlaying] = useState(!wantsStill());
  const [speed, setSpeed] = useState('1');
  const [isFlat, setFlat] = useState(motion.kind === 'none' || wantsStill());
  const [ready, setReady] = useState(0);

  useEffect(() => {
    const place = canvas.current;
    if (isFlat || !place) return;
    let live = true;
    // The drawing library comes only when a motion is asked for; without WebGL the stills serve.
    import('./scene.ts')
      .then(({ PlayStage: Stage }) => {
        if (!live) return;
        stage.current = new Stage(place, palette);
        stage.current.resize(WIDTH, HEIGHT);
        stage.current.set(motion);
        setReady((n) => n + 1);
      })
      .catch(() => live && setFlat(true));
    return () => {
      live = false;
      stage.current?.dispose();
      stage.current = undefined;
    };
  }, [motion, palette, isFlat]);

  useEffect(() => {
    const own = stage.current;
    own?.setMoving(isPlaying);
    own?.show(moment);
    // Counted on the element itself: a drawing is no reason to render the page again.
    if (own && canvas.current) canvas.current.dataset.frames = String(own.drawn);
  }, [moment, ready, isPlaying]);

  useEffect(() => {
    if (!isPlaying || (!isFlat && ready === 0)) return;
    let last = performance.now();
    let frame = 0;
    const next = (now: number): void => {
      const passed = ((now - last) / 1000) * Number(speed);
      last = now;
      setMoment((m) => Math.min(1, m + passed / SECONDS));
      frame = requestAnimationFrame(next);
    };
    frame = requestAnimationFrame(next);
    return () => cancelAnimationFrame(frame);
  }, [isPlaying, speed, isFlat, ready]);
  if (isPlaying && moment >= 1) setPlaying(false);

  const turn = (e: React.KeyboardEvent): void => {
    const by: Record<string, [number, number]> = {
      ArrowLeft: [10, 0],
      ArrowRight: [-10, 0],
      ArrowUp: [0, 10],
      ArrowDown: [0, -10],
    };
    const turned = by[e.key];
    if (!turned) return;
    e.preventDefault();
    stage.current?.turn(...turned);
  };
  return (
    <div>
      {isFlat ? (
        <Stills motion={motion} moment={moment} palette={palette} pictures={pictures} />
      ) : (
        <canvas
          ref={canvas}
          tabIndex={0}
          role="img"
          aria-label={WORDS.theSheetAsIt}
          data-testid="motion"
          data-kind={motion.kind}
          data-moment={moment.toFixed(3)}
          className="block w-full border border-rule bg-table"
          style={{ aspectRatio: `${WIDTH} / ${HEIGHT}`, touchAction: 'none' }}
          onKeyDown={turn}
        />
      )}
      <div className="mt-2 flex flex-wrap items-center gap-4">
        <button
          type="button"
          className="btn solid w-28"
          onClick={() => {
            if (moment >= 1) setMoment(0);
            setPlaying((p) => !p);
          }}
        >
          {isPlaying ? WORDS.hold : moment >= 1 ? WORDS.again : WORDS.play}
        </button>
        <label className="flex flex-1 items-center gap-3 text-[14px]">
          How far folded
          <input
            type="range"
            min="0"
            max="1"
            step="0.005"
            value={moment}
            className="min-w-[160px] flex-1"
            aria-valuetext={`${Math.round(moment * 100)} %`}
            onChange={(e) => {
              setPlaying(false);
              setMoment(Number(e.target.value));
            }}
          />
        </label>
        <Choice
          label={WORDS.speed}
          className="w-36"
          value={speed}
          options={[...SPEEDS]}
          onChoice={setSpeed}
        />
        {!isFlat && (
          <button type="button" className="act" onClick={() => stage.current?.lookFromFront()}>
            {WORDS.fromTheFront}
          </button>
        )}
      </div>
      <p className="note mt-1">{sayKind(motion)}</p>
    </div>
  );
}

const sayKind = ({ kind, truth, isCovered }: Play): string =>
  kind === 'rigid'
    ? 'Turned about its line: exact.'
    : kind === 'linked'
      ? 'Its layers open as plates along lines beside the crease, and close again: exact, nothing stretches.' +
        (isCovered ? ' Hold aside what lies over them: it is not moved here.' : '')
      : kind === 'solved'
        ? `The paper follows its folds; nothing stretches by more than ${(truth.strain * 100).toFixed(1)} %. First and last are the exact flat states.`
        : 'No motion of the paper true enough was found here; the two flat states are shown one over the other.';

/** The two flat states, one fading into the other, with the arrows of the printed step. */
function Stills({
  motion,
  moment,
  palette,
  pictures,
}: {
  motion: Play;
  moment: number;
  palette: Palette;
  pictures: Pair | undefined;
}) {
  if (!pictures) return null;
  const view = (drawing: Drawing, opacity: number, title: string) => (
    <div className="absolute inset-0" style={{ opacity }}>
      <DrawingView
        drawing={drawing}
        palette={palette}
        width={WIDTH}
        height={HEIGHT}
        margin={40}
        title={title}
      />
    </div>
  );
  return (
    <div
      className="relative border border-rule bg-table"
      style={{ aspectRatio: `${WIDTH} / ${HEIGHT}` }}
      data-testid="stills"
      data-kind={motion.kind}
    >
      {view(pictures.before, 1 - moment, 'Before the fold, with its arrows')}
      {view(pictures.after, moment, 'After the fold')}
    </div>
  );
}
