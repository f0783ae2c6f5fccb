import { type ReactNode, useEffect, useState } from 'react';
import { type StepDetail, getEngine, useEngine } from '../../engine/index.ts';
import { usePictureRoom } from '../../along/index.ts';
import { type Drawing, mirrorDrawing } from '@jade/core/drawing';
import { openAfter, sayOpen } from '@jade/core/sequence';
import { useSettings } from '../../records/index.ts';
import { WaitLine, useTaste } from '../../stage/index.ts';
import { usePlan } from '../../plan/index.ts';
import { DrawingView, usePalette } from '../../pictures/index.ts';
import type { Look } from './Bench.tsx';
import { countRepeats } from './run.ts';
import { WORDS } from './words.ts';

interface BenchStepProps {
  readonly number: number;
  readonly detail: StepDetail | undefined;
  readonly look: Look;
  readonly children?: ReactNode;
}

/** One step, large: its sentence with what to mind, the picture, what it becomes, and repeats that are left. */
export function BenchStep({ number, detail, look, children }: BenchStepProps) {
  const plan = usePlan();
  const palette = usePalette();
  const { result } = useEngine();
  const peeled = usePeeled(number, look.isPeeled);
  const { mirrored } = useSettings().bench;
  const show = (drawing: Drawing): Drawing => (mirrored ? mirrorDrawing(drawing) : drawing);
  const { box, row, width, height } = usePictureRoom(look.isLarge ? 0 : 262);
  const taste = useTaste(number);
  const repeats = countRepeats(
    plan.steps.map((s) => s.move.kind),
    number - 1,
  );
  const layers = detail?.reading?.layersAtCrease ?? 0;
  const own = plan.steps[number - 1];
  const open = openAfter(plan.steps, number);
  const refusal = result?.steps[number - 1]?.refusal;
  return (
    <div ref={box} className="min-h-0 flex-1 overflow-auto px-8 pt-5">
      <div className="flex items-start gap-6">
        <span className="font-serif text-[64px] leading-[60px] font-semibold" aria-hidden="true">
          {number}
        </span>
        <div>
          <p className="font-serif text-[28px] leading-[36px] font-[450]" data-testid="bench-sentence">
            {detail?.sentence}
          </p>
          {detail?.gap && (
            <p className="mt-1 text-[17px]" data-testid="bench-gap">
              {detail.gap} {layers} {layers === 1 ? WORDS.layerWraps : WORDS.layersWrap} it.
            </p>
          )}
          {detail?.use.startsWith('Structural') && <p className="mt-1 text-[17px]">{detail.use}</p>}
          {own?.note && <p className="mt-1 text-[17px] text-ink-2 italic">{own.note}</p>}
          {open && <p className="mt-1 text-[17px]">{sayOpen(open)}</p>}
          {own && <WaitLine waits={own.waits} className="mt-1 text-[17px]" />}
          {refusal && (
            <p className="mt-1 text-[17px] text-persimmon">The engine cannot fold this step: {refusal}</p>
          )}
          {children}
        </div>
      </div>
      <div ref={row} className="mt-4 flex items-start gap-8 max-[700px]:flex-wrap">
        {detail && (
          <DrawingView
            drawing={show(peeled ?? detail.before)}
            palette={palette}
            width={width}
            height={height}
            margin={52}
            weight={1.4}
            title={`Step ${number}, ${peeled ? 'its layers apart' : 'what to fold'}`}
          />
        )}
        <div className={look.isLarge ? 'hidden' : 'w-[230px] shrink-0'}>
          <h2 className="head">{WORDS.itBecomes}</h2>
          {detail && (
            <DrawingView
              drawing={show(taste?.between ?? detail.after)}
              palette={palette}
              width={220}
              height={200}
              margin={14}
              title={WORDS.whatItBecomes}
            />
          )}
          {taste && (
            <p className="text-[15px] text-ink-2" data-testid="bench-range">
              Anywhere up to the dotted {taste.ends.length === 1 ? WORDS.outline : WORDS.outlines}.
              {taste.ends.some((e) => e.isCare) &&
                ` ${taste.ends
                  .filter((e) => e.isCare)
                  .map((e) => e.says)
                  .join(' ')}`}
            </p>
          )}
          {repeats && (
            <>
              <p className="mt-3 flex items-center gap-3 font-serif text-[18px] leading-[23px]">
                <b className="font-sans text-[46px] leading-[44px]">{repeats.left}</b> to go of {repeats.of},
                this one counted
              </p>
              <div className="mt-2 flex gap-1" aria-hidden="true">
                {Array.from({ length: repeats.of }, (_, i) => (
                  <span
                    key={i}
                    className={`block w-7 ${i < repeats.of - repeats.left ? 'h-[6px] self-end bg-[var(--pleat-dim)]' : i === repeats.of - repeats.left ? 'h-9 border border-rule-strong bg-jade-wash' : 'h-9 border border-rule-strong bg-[var(--pleat-lit)]'}`}
                  />
                ))}
              </div>
            </>
          )}
        </div>
      </div>
    </div>
  );
}

/** What the engine says of a step; nothing while it is asked, or where the page shows no flat step. */
export function useDetail(number: number | null): StepDetail | undefined {
  const { result } = useEngine();
  const [detail, setDetail] = useState<{ of: number; detail: StepDetail }>();
  useEffect(() => {
    let live = true;
    if (result && number !== null)
      void getEngine()
        .readDetail(number)
        .then((d) => live && setDetail({ of: number, detail: d }));
    return () => {
      live = false;
    };
  }, [number, result]);
  return detail && detail.of === number ? detail.detail : undefined;
}

/** The model before a step with its layers apart, where that is wished. */
function usePeeled(number: number, isWished: boolean): Drawing | undefined {
  const [drawing, setDrawing] = useState<Drawing>();
  useEffect(() => {
    let live = true;
    if (isWished && number > 1)
      void getEngine()
        .readView(number - 1, 'apart')
        .then((d) => live && setDrawing(d));
    return () => {
      live = false;
    };
  }, [number, isWished]);
  return isWished && number > 1 ? drawing : undefined;
}
