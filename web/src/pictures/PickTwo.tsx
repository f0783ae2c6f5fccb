import type { Drawing, Palette } from '@jade/core/drawing';
import type { Landmark } from '@jade/core/trying';
import { DrawingView } from './DrawingView.tsx';
import { useCloser } from './useCloser.ts';

/** How much closer one press brings the paper. */
const STEP = 2;

/**
 * A model on which two of its landmarks are pressed; a third takes the place of the first, a press on a chosen one takes it
 * back. The wheel, or the words under it, bring the paper closer where its points lie close together.
 */
export function PickTwo({
  drawing,
  palette,
  landmarks,
  picks,
  onPicks,
  title,
  size,
}: {
  readonly drawing: Drawing;
  readonly palette: Palette;
  readonly landmarks: readonly Landmark[];
  readonly picks: readonly Landmark[];
  readonly onPicks: (picks: readonly Landmark[]) => void;
  readonly title: string;
  readonly size: number;
}) {
  const chosen = new Set(picks.map((p) => p.name));
  const places = landmarks.filter((l) => l.sheet && (l.rank === 'main' || l.ref.kind === 'named'));
  const take = (key: string): void => {
    const found = places.find((l) => l.name === key);
    if (!found) return;
    const rest = picks.filter((p) => p.name !== key);
    onPicks(chosen.has(key) ? rest : [...rest, found].slice(-2));
  };
  const closer = useCloser(drawing.bounds, 0, 1);
  // Words bring closer what was pressed last, else the middle.
  const last = picks.at(-1)?.model ?? null;
  return (
    <>
      <DrawingView
        drawing={drawing}
        shown={closer.shown}
        onZoom={closer.zoom}
        palette={palette}
        width={size}
        height={size}
        margin={22}
        weight={0.7}
        title={title}
        marks={places.map((l) => ({
          key: l.name,
          name: l.name,
          at: l.model,
          look: chosen.has(l.name) ? ('chosen' as const) : ('known' as const),
          showName: chosen.has(l.name),
        }))}
        onMark={take}
      />
      <div className="flex gap-4">
        <button type="button" className="act" onClick={() => closer.zoom(last, STEP)}>
          Closer
        </button>
        {closer.isClose && (
          <>
            <button type="button" className="act" onClick={() => closer.zoom(last, 1 / STEP)}>
              Wider
            </button>
            <button type="button" className="act" onClick={closer.toWhole}>
              Whole
            </button>
          </>
        )}
      </div>
    </>
  );
}
