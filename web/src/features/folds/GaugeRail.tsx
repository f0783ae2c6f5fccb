import { useMemo } from 'react';
import { toFigure, toLengthText, toMinutesText } from '@jade/core/units';
import { useSettings } from '../../records/index.ts';
import { useEngine } from '../../engine/index.ts';
import { usePlan } from '../../plan/index.ts';
import { NarrowestReading, Reading } from '../../ui/index.ts';
import { Findings } from './Findings.tsx';
import { WORDS } from './words.ts';

/** Live readings of the selected step at the chosen sheet, as a folder reads a rule. */
export function GaugeRail() {
  const plan = usePlan();
  const { unit, limits } = useSettings();
  const { detail, result } = useEngine();
  const reading = detail?.reading;
  const sideMm = result?.readings.sideMm;
  const whole = useMemo(
    () => (reading ? reading.measures.fromFront.front + reading.measures.fromFront.back : 1),
    [reading],
  );
  if (!reading || !result) {
    return (
      <aside
        className="w-[262px] shrink-0 border-l border-rule-strong bg-leaf px-5 pt-4 max-[1080px]:w-full max-[1080px]:border-t max-[1080px]:border-l-0"
        aria-label={WORDS.readings}
      >
        <h2 className="head">{WORDS.atThisStep}</h2>
        <p className="note">{WORDS.theFlatSheetNothing}</p>
      </aside>
    );
  }
  const { measures } = reading;
  const size =
    sideMm === undefined
      ? `${toFigure(measures.width, 3)} × ${toFigure(measures.height, 3)}`
      : `${toFigure(reading.widthMm!, 0)} × ${toFigure(reading.heightMm!, 0)}`;
  return (
    <aside
      className="w-[262px] shrink-0 overflow-auto border-l border-rule-strong bg-leaf px-5 pt-4 pb-4 max-[1080px]:grid max-[1080px]:w-full max-[1080px]:grid-cols-2 max-[1080px]:gap-x-8 max-[1080px]:border-t max-[1080px]:border-l-0"
      aria-label={WORDS.readings}
    >
      <h2 className="head mb-1 max-[1080px]:col-span-2">
        At this step{sideMm === undefined ? '' : `, ${toLengthText(sideMm, unit).text}`}
      </h2>
      <Findings step={detail.number} />
      <Reading
        label={WORDS.silhouette}
        figure={size}
        unit={sideMm === undefined ? 'sides' : 'mm'}
        note={`${measures.facets} ${measures.facets === 1 ? 'facet' : 'facets'}`}
      />
      <Reading
        label={WORDS.layersAtTheCrease}
        figure={String(reading.layersAtCrease)}
        unit={`of ${reading.layersMost} at most`}
        rule={{ value: reading.layersAtCrease, high: 24, ticks: [0, 8, 16, 24] }}
      />
      {reading.thicknessMm !== undefined && (
        <Reading
          label={WORDS.thickness}
          figure={toFigure(reading.thicknessMm, 2)}
          unit="mm"
          rule={{ value: reading.thicknessMm, high: 4, ticks: [0, 1, 2, 3, 4], out: [3, 4] }}
          care={reading.thicknessMm > 3}
        />
      )}
      {reading.narrowest ? (
        <NarrowestReading narrowest={reading.narrowest} limits={limits} />
      ) : (
        <Reading
          label={WORDS.shortestFold}
          figure={reading.shortestMm === undefined ? 'none' : toFigure(reading.shortestMm, 1)}
          unit={reading.shortestMm === undefined ? '' : 'mm'}
          note={WORDS.noCornerOfThe}
        />
      )}
      <Reading
        label={WORDS.colourInFront}
        figure={toFigure((100 * measures.fromFront.front) / whole, 0)}
        unit={`% ${plan.paper.front.name}`}
        note={
          <span className="mt-1 flex h-3 gap-[2px]" aria-hidden="true">
            <span
              style={{
                width: `${(100 * measures.fromFront.front) / whole}%`,
                background: plan.paper.front.hex,
                outline: '1px solid var(--rule-strong)',
              }}
            />
            <span
              className="flex-1"
              style={{ background: plan.paper.back.hex, outline: '1px solid var(--rule-strong)' }}
            />
          </span>
        }
      />
      {reading.gapMm !== undefined && reading.gapMm > 0 && (
        <Reading
          label={WORDS.gapToLeave}
          figure={toFigure(reading.gapMm, 2)}
          unit="mm"
          note={`${reading.layersAtCrease} ${reading.layersAtCrease === 1 ? 'layer wraps' : 'layers wrap'} the edge, none at the pivot`}
        />
      )}
      <Reading
        label={WORDS.time}
        figure={toFigure(reading.minutes, 1)}
        unit={`of ${result.readings.minutes < 10 ? `${toFigure(result.readings.minutes, 1)} min` : toMinutesText(result.readings.minutes)}`}
        note={`your pace × ${toFigure(result.readings.pace, 2)}`}
      />
      {detail.use && <p className="note mt-2">{detail.use}</p>}
    </aside>
  );
}
