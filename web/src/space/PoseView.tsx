import { useEffect, useRef, useState } from 'react';
import type { Drawing } from '@jade/core/drawing';
import type { Surface } from '@jade/core/shaping';
import { getEngine } from '../engine/index.ts';
import { savePng, saveSvg, usePalette } from '../pictures/index.ts';
import { usePlan } from '../plan/index.ts';
import { NumberField } from '../ui/index.ts';
import { PosePlayer, useFrames } from './PosePlayer.tsx';
import type { PoseStage } from './PoseStage.ts';
import type { PoseHands, PosePaper, PoseSide } from './poseViews.ts';
import { WORDS } from './words.ts';

/** Edges are inked dark on paper; by lamp paper seen edge on would be lost in the dark. */
const INK = '#1a2320';
const LIT_INK = '#9fb0a8';
const isDark = (hex: string): boolean => parseInt(hex.slice(1, 3), 16) < 128;

const VIEWS: readonly { readonly side: PoseSide; readonly word: string; readonly key: string }[] = [
  { side: 'corner', word: 'From a corner', key: '1' },
  { side: 'front', word: 'Front', key: '2' },
  { side: 'side', word: 'Side', key: '3' },
  { side: 'behind', word: 'Behind', key: '4' },
  { side: 'above', word: 'Above', key: '5' },
];
const TURNS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-10, 0],
  ArrowRight: [10, 0],
  ArrowUp: [0, -10],
  ArrowDown: [0, 10],
};

/** The figure in space on its table: turned by dragging, by the arrow keys, and by named views. */
export function PoseView({
  surface,
  title,
  height,
  hands,
  papers,
  drawFrom,
}: {
  readonly surface: Surface;
  readonly title: string;
  readonly height: number;
  /** What the pointer takes hold of; where it is missing, the view alone is turned. */
  readonly hands?: PoseHands;
  /** Papers of a model of several pieces, each from a triangle on; the open plan's own where they are missing. */
  readonly papers?: readonly PosePaper[];
  /** The picture that is saved, seen from a direction; the open plan's own figure where it is missing. */
  readonly drawFrom?: (towards: readonly [number, number, number]) => Promise<Drawing | null>;
}) {
  const { paper } = usePlan();
  const palette = usePalette();
  const canvas = useRef<HTMLCanvasElement>(null);
  const stage = useRef<PoseStage>(undefined);
  const [side, setSide] = useState<PoseSide | 'audience'>('corner');
  const [eye, setEye] = useState({ metres: 1.5, above: 0.3 });
  const played = useFrames(surface);
  const [isBlind, setBlind] = useState(false);
  const [front, back] = [paper.front.hex, paper.back.hex];
  const [ready, setReady] = useState(0);
  useEffect(() => {
    const own = canvas.current!;
    let live = true;
    const colour = (name: string): string => getComputedStyle(own).getPropertyValue(name).trim();
    const fit = (): void => stage.current?.resize(own.clientWidth, own.clientHeight);
    const watch = new ResizeObserver(fit);
    // The library that draws in space comes only when it is looked at.
    import('./PoseStage.ts')
      .then(({ PoseStage: Stage }) => {
        if (!live) return;
        stage.current = new Stage(own, {
          front,
          back,
          ink: isDark(colour('--leaf')) ? LIT_INK : INK,
          rule: colour('--rule-strong'),
          jade: colour('--jade'),
        });
        fit();
        watch.observe(own);
        setReady((n) => n + 1);
      })
      .catch(() => live && setBlind(true));
    return () => {
      live = false;
      watch.disconnect();
      stage.current?.dispose();
      stage.current = undefined;
    };
  }, [front, back]);
  const shown = played.frame?.surface ?? surface;
  const isPlayed = played.frame !== undefined;
  useEffect(() => {
    if (!isPlayed) stage.current?.paint(papers ?? []);
    stage.current?.set(shown, isPlayed);
  }, [shown, isPlayed, ready, papers]);
  useEffect(() => stage.current?.handle(isPlayed ? undefined : hands), [hands, isPlayed, ready]);
  const save = async (kind: 'svg' | 'png'): Promise<void> => {
    const eye = stage.current?.eye() ?? ([0, 0, 1] as const);
    const drawing = await (drawFrom ? drawFrom(eye) : getEngine().drawPosed(eye));
    if (!drawing) return;
    const file = `${title.toLowerCase().replace(/[^a-z0-9]+/g, '-')}-in-space`;
    const picture = { drawing, palette, title: `${title} in space`, file };
    if (kind === 'svg') saveSvg(picture);
    else await savePng(picture);
  };
  const lookFrom = (to: typeof eye): void => {
    setEye(to);
    setSide('audience');
    stage.current?.lookFrom(to.metres * 1000, to.above * 1000);
  };
  const look = (to: PoseSide): void => {
    setSide(to);
    stage.current?.look(to);
  };
  return (
    <figure aria-label={WORDS.theFigureInSpace}>
      <canvas
        ref={canvas}
        tabIndex={0}
        role="img"
        aria-label={`${title}; turn it with the arrow keys, or by dragging`}
        className="block w-full touch-none"
        style={{ height }}
        onKeyDown={(e) => {
          const view = VIEWS.find((v) => v.key === e.key);
          const turn = TURNS[e.key];
          if (!view && !turn) return;
          e.preventDefault();
          e.stopPropagation();
          if (view) look(view.side);
          else stage.current?.turn(turn![0], turn![1]);
        }}
      />
      {isBlind && (
        <p className="note" role="status">
          {WORDS.thisBrowserDrawsNothing}
        </p>
      )}
      <figcaption className="mt-1 flex flex-wrap items-center gap-4">
        {VIEWS.map((v) => (
          <button
            key={v.side}
            type="button"
            className={`act ${side === v.side ? 'font-semibold' : ''}`}
            aria-pressed={side === v.side}
            onClick={() => look(v.side)}
          >
            {v.word}
          </button>
        ))}
        <button
          type="button"
          className={`act ${side === 'audience' ? 'font-semibold' : ''}`}
          aria-pressed={side === 'audience'}
          onClick={() => lookFrom(eye)}
        >
          {WORDS.audience}
        </button>
        {side === 'audience' && (
          <span className="flex items-end gap-2">
            <NumberField
              label={WORDS.mAway}
              className="w-20"
              value={eye.metres}
              low={0.2}
              high={50}
              step={0.1}
              onNumber={(metres) => lookFrom({ ...eye, metres })}
            />
            <NumberField
              label={WORDS.mAboveIt}
              className="w-24"
              value={eye.above}
              low={-2}
              high={20}
              step={0.1}
              onNumber={(above) => lookFrom({ ...eye, above })}
            />
          </span>
        )}
        {!papers && <PosePlayer played={played} />}
        <span className="note">{WORDS.linesOfTheTable}</span>
        <span className="note">
          Save this view:{' '}
          <button
            type="button"
            className="act"
            aria-label={WORDS.thisViewAsSvg}
            onClick={() => void save('svg')}
          >
            {WORDS.svg}
          </button>{' '}
          <button
            type="button"
            className="act"
            aria-label={WORDS.thisViewAsPng}
            onClick={() => void save('png')}
          >
            {WORDS.png}
          </button>
        </span>
      </figcaption>
    </figure>
  );
}
