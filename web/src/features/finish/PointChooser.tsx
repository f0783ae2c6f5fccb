import { useMemo } from 'react';
import { type Landmark, placeOnLine } from '@jade/core/trying';
import type { StepDetail } from '../../engine/index.ts';
import { DrawingView, usePalette } from '../../pictures/index.ts';
import { type Making, mostPicks } from './ShapingMaker.tsx';
import { WORDS } from './words.ts';

/** How near to an edge or a crease a press takes a place on it, in px. */
const LINE_PX = 9;

/**
 * The flat form, to choose the points of a shaping step on: landmarks, and any place along an edge or a crease. What is chosen
 * stays marked; a press on it takes it back.
 */
export function PointChooser({
  making,
  onMaking,
  detail,
  size,
}: {
  making: Making;
  onMaking: (making: Making) => void;
  detail: StepDetail;
  size: number;
}) {
  const palette = usePalette();
  const points = useMemo(
    () => detail.landmarks.filter((l) => l.rank === 'main' || l.ref.kind === 'named'),
    [detail],
  );
  const lines = useMemo(
    () => detail.after.items.flatMap((i) => (i.kind === 'line' ? [{ from: i.from, to: i.to }] : [])),
    [detail],
  );
  const chosen = new Set(making.picks.map((p) => p.name));
  const most = mostPicks(making);
  const take = (own: Landmark): void =>
    onMaking({
      ...making,
      picks: chosen.has(own.name)
        ? making.picks.filter((p) => p.name !== own.name)
        : making.picks.length < most
          ? [...making.picks, own]
          : making.picks,
    });
  const own = making.picks.filter((p) => !points.some((l) => l.name === p.name));
  return (
    <DrawingView
      drawing={detail.after}
      palette={palette}
      width={size}
      height={size}
      margin={24}
      title={WORDS.theFlatFormTo}
      marks={[...points, ...own].map((l) => ({
        key: l.name,
        name: l.name,
        at: l.model,
        look: chosen.has(l.name) ? ('chosen' as const) : ('known' as const),
        showName: chosen.has(l.name),
      }))}
      onMark={(name) => {
        const found = [...points, ...own].find((l) => l.name === name);
        if (found) take(found);
      }}
      onPoint={(at, k) => {
        const place = placeOnLine(at, lines, detail.landmarks, LINE_PX / k);
        if (place) take({ name: place.name, ref: place.ref, model: place.model, rank: 'main' });
      }}
    />
  );
}
