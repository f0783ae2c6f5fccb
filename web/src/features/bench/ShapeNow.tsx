import { toFigure } from '@jade/core/units';
import { DrawingView, usePalette } from '../../pictures/index.ts';
import { usePlan } from '../../plan/index.ts';
import { WaitLine, usePosed } from '../../stage/index.ts';
import { BenchWaits, type BenchWaitsProps } from './BenchWaits.tsx';
import { WORDS } from './words.ts';

/** After the last fold: how the figure is shaped, step by step, with what each bend is to be set to. */
export function ShapeNow({ run, onRun }: Pick<BenchWaitsProps, 'run' | 'onRun'>) {
  const { shaping } = usePlan();
  const palette = usePalette();
  const figure = usePosed(shaping);
  if (shaping.length === 0 || !figure) return null;
  return (
    <section aria-label={WORDS.shapeItNow} className="mb-8 text-[19px] leading-[27px]">
      <h2 className="head mb-3 text-[22px]">{WORDS.shapeItNow}</h2>
      <ol className="grid grid-cols-2 gap-x-10 gap-y-4 max-[900px]:grid-cols-1">
        {figure.steps.map((s, i) => {
          const spring = figure.pose.springs[i];
          const isSet = spring && spring.keeps > 0 && s.degrees !== undefined;
          return (
            <li key={s.id} className="grid grid-cols-[150px_1fr] items-start gap-4">
              {s.drawing && (
                <DrawingView
                  drawing={s.drawing}
                  palette={palette}
                  width={150}
                  height={130}
                  margin={6}
                  weight={0.6}
                  title={`The figure after shaping step ${s.number}`}
                />
              )}
              <div>
                <b>{s.number}</b> {s.sentence}
                {s.check && <span className="note block">{s.check}</span>}
                {s.estimate && <span className="note block">{s.estimate}</span>}
                {isSet && (
                  <span className="note block">
                    Set it to {toFigure(Math.abs(s.degrees! / spring.keeps), 0)}°: the paper springs back.
                  </span>
                )}
                {s.refusal && (
                  <span role="alert" className="note block !text-persimmon">
                    {s.refusal.text}
                  </span>
                )}
                <WaitLine waits={shaping[i]?.waits ?? []} className="text-[17px]" />
                <BenchWaits run={run} step={s.id} waits={shaping[i]?.waits ?? []} onRun={onRun} />
              </div>
            </li>
          );
        })}
      </ol>
    </section>
  );
}
