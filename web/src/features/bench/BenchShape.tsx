import { toFigure } from '@jade/core/units';
import { usePictureRoom } from '../../along/index.ts';
import type { PosedFigure } from '../../engine/index.ts';
import { DrawingView, usePalette } from '../../pictures/index.ts';
import { usePlan } from '../../plan/index.ts';
import { WaitLine } from '../../stage/index.ts';
import { Waiting } from '../../ui/index.ts';
import { WORDS } from './words.ts';

interface BenchShapeProps {
  readonly figure: PosedFigure | undefined;
  /** Which shaping step, from 0, and its number among all pages. */
  readonly place: number;
  readonly number: number;
  readonly isLarge: boolean;
}

/** One shaping step, large: its sentence, the figure in space before and after it, what a bend is to be set to. */
export function BenchShape({ figure, place, number, isLarge }: BenchShapeProps) {
  const { shaping } = usePlan();
  const palette = usePalette();
  const { box, row, width, height } = usePictureRoom(isLarge ? 0 : 262);
  const own = figure?.steps[place];
  if (!figure || !own) return <Waiting what={WORDS.layingOutTheBench} />;
  const spring = figure.pose.springs[place];
  const isSet = spring && spring.keeps > 0 && own.degrees !== undefined;
  const before = figure.steps[place - 1]?.drawing;
  return (
    <div ref={box} className="min-h-0 flex-1 overflow-auto px-8 pt-5">
      <div className="flex items-start gap-6">
        <span className="font-serif text-[64px] leading-[60px] font-semibold" aria-hidden="true">
          {number}
        </span>
        <div className="text-[17px]">
          <p className="font-serif text-[28px] leading-[36px] font-[450]" data-testid="bench-sentence">
            {own.sentence}
          </p>
          {isSet && (
            <p className="mt-1" data-testid="bench-set">
              Set it to {toFigure(Math.abs(own.degrees! / spring.keeps), 0)}°: the paper springs back.
            </p>
          )}
          {own.check && <p className="mt-1">{own.check}</p>}
          {own.estimate && <p className="mt-1 text-ink-2">{own.estimate}</p>}
          {own.refusal && (
            <p role="alert" className="mt-1 text-persimmon">
              {own.refusal.text}
            </p>
          )}
          <WaitLine waits={shaping[place]?.waits ?? []} className="mt-1" />
        </div>
      </div>
      <div ref={row} className="mt-4 flex items-start gap-8 max-[700px]:flex-wrap">
        {own.drawing && (
          <DrawingView
            drawing={own.drawing}
            palette={palette}
            width={width}
            height={height}
            margin={12}
            title={`The figure after shaping step ${place + 1}`}
          />
        )}
        {!isLarge && before && (
          <div className="w-[230px] shrink-0">
            <h2 className="head">{WORDS.before}</h2>
            <DrawingView
              drawing={before}
              palette={palette}
              width={220}
              height={200}
              margin={8}
              weight={0.7}
              title={`The figure before shaping step ${place + 1}`}
            />
          </div>
        )}
      </div>
    </div>
  );
}
