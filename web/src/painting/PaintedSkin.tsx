import { useState } from 'react';
import type { Point } from '@jade/core/geometry';
import { type StepDetail, getEngine } from '../engine/index.ts';
import { DrawingView, usePalette } from '../pictures/index.ts';
import { WORDS } from './words.ts';

/** A facet that is painted, and a point of its paper by which the plan keeps it. */
export type Painted = ReadonlyMap<number, Point>;

/** The finished silhouette to paint on: pressed and drawn over its facets, or clicked again to take one away. */
export function PaintedSkin({
  detail,
  painted,
  onPaint,
  isLarge = false,
}: {
  detail: StepDetail;
  painted: Painted;
  onPaint: (change: (before: Painted) => Painted) => void;
  isLarge?: boolean;
}) {
  const palette = usePalette();
  const [isOn, setOn] = useState(false);
  const paint = (at: Point, mayTakeAway: boolean): void => {
    void getEngine()
      .listLayers(detail.number, at)
      .then(([top]) => {
        if (!top) return;
        onPaint((before) => {
          const next = new Map(before);
          if (!before.has(top.facet)) next.set(top.facet, top.point);
          else if (mayTakeAway) next.delete(top.facet);
          return next;
        });
      });
  };
  const facets = detail.after.items.filter((i) => i.kind === 'facet');
  return (
    <DrawingView
      drawing={detail.after}
      palette={palette}
      width={isLarge ? 460 : 300}
      height={isLarge ? 340 : 220}
      margin={14}
      weight={0.7}
      className="mb-2 cursor-crosshair touch-none"
      title={WORDS.theFinishedSkinTo}
      onDrag={(phase, at) => {
        if (phase === 'grabbed') {
          setOn(true);
          paint(at, true);
        } else if (phase === 'moved' && isOn) paint(at, false);
        else if (phase === 'let go' || phase === 'left') setOn(false);
      }}
    >
      {(place) =>
        facets
          .filter((f) => painted.has(f.facet))
          .map((f, i) => (
            <path
              key={i}
              d={`M${f.points.map((p) => place(p).join(' ')).join('L')}Z`}
              fill="var(--jade)"
              fillOpacity="0.55"
              stroke="var(--jade)"
              pointerEvents="none"
            />
          ))
      }
    </DrawingView>
  );
}
