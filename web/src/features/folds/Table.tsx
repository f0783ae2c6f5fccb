import { useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import type { Point } from '@jade/core/geometry';
import { useAppDispatch } from '../../app/hooks.ts';
import { type Landmark, type LayerTooth, type Preview, getEngine, useEngine } from '../../engine/index.ts';
import { facetHovered, freshId, stepSelected, useEdit, usePlan, usePlanState } from '../../plan/index.ts';
import { DrawingView, type Mark, pickNearest, usePalette } from '../../table/index.ts';
import { toLengthText } from '@jade/core/units';
import { useSettings } from '../../app/useSettings.ts';
import { Slip } from '../../ui/index.ts';
import { type Composer, asksForFlap, toMove } from './composer.ts';
import type { Send } from './FoldsPage.tsx';
import { LayerComb } from './LayerComb.tsx';

interface TableProps {
  readonly composer: Composer | null;
  readonly send: Send;
  readonly showNames: boolean;
}

/** Pointer distance in px within which a landmark is taken. */
const SNAP_PX = 18;

/** Sheet and model side by side, linked: what is pointed at in one lights in the other. */
export function Table({ composer, send, showNames }: TableProps) {
  const { detail } = useEngine();
  const { hovered, step } = usePlanState();
  const { steps } = usePlan();
  const palette = usePalette();
  const dispatch = useAppDispatch();
  const [near, setNear] = useState<Landmark | null>(null);
  const [teeth, setTeeth] = useState<readonly LayerTooth[]>([]);
  const base = composer?.replacing ? composer.replacing - 1 : step;
  const preview = usePreview(composer, base);
  const { box, sizes } = useTableSizes();
  const hover = (facet: number | null): void => void dispatch(facetHovered(facet));
  useEffect(() => {
    if (composer?.replacing && step !== composer.replacing - 1)
      dispatch(stepSelected(composer.replacing - 1));
  }, [composer?.replacing, dispatch, step]);
  if (!detail) return <div ref={box} className="flex-1" />;

  const authoring = composer !== null;
  const modelMarks = toMarks(detail.landmarks, composer, near, authoring, showNames, (l) => l.model);
  const sheetMarks = toMarks(detail.landmarks, composer, near, authoring, showNames, (l) => l.sheet);
  const choose = (key: string): void => {
    const landmark = detail.landmarks.find((l) => l.name + l.rank === key);
    if (landmark) send({ kind: 'point picked', pick: { name: landmark.name, ref: landmark.ref } });
  };
  const click =
    (frame: 'sheet' | 'model') =>
    (at: Point, k: number): void => {
      const candidates = detail.landmarks.flatMap((l) => (l[frame] ? [{ ...l, at: l[frame] }] : []));
      const hit = pickNearest(candidates, at, SNAP_PX / k);
      if (composer && asksForFlap(composer) && frame === 'model') {
        void getEngine()
          .listLayers(base, at)
          .then((found) => {
            const list = composer.tool === 'mountain' ? [...found].reverse() : found;
            setTeeth(list);
            if (list[0])
              send({
                kind: 'flap chosen',
                flap: [{ name: 'the top layer', ref: { kind: 'sheet', at: [...list[0].point] } }],
              });
          });
      } else if (hit) send({ kind: 'point picked', pick: { name: hit.name, ref: hit.ref } });
    };
  const move = (at: Point | null, k: number): void => {
    const candidates = detail.landmarks.map((l) => ({ ...l, at: l.model }));
    setNear(at && authoring ? (pickNearest(candidates, at, SNAP_PX / k) ?? null) : null);
  };
  const shown = authoring ? (preview?.drawing ?? detail.after) : detail.after;
  const replayed = steps[step - 1];
  return (
    <div
      ref={box}
      className="grid min-h-[370px] flex-1 items-start gap-4 overflow-auto px-7"
      style={{ gridTemplateColumns: sizes.columns }}
    >
      <figure aria-label="Sheet">
        <DrawingView
          drawing={detail.sheet}
          palette={palette}
          width={sizes.sheet}
          height={sizes.sheet}
          title={`The sheet after step ${step}: valley and mountain creases`}
          hovered={hovered}
          onHover={hover}
          marks={sheetMarks}
          {...(authoring ? { onMark: choose, onPoint: click('sheet') } : {})}
        />
        <ScaleBar px={sizes.sheet - 52} />
      </figure>
      <figure className="flex justify-center" aria-label="Model">
        <DrawingView
          drawing={shown}
          palette={palette}
          width={sizes.model}
          height={sizes.height}
          margin={40}
          title={`The model after step ${step}`}
          hovered={hovered}
          onHover={hover}
          marks={modelMarks}
          onMove={move}
          {...(authoring ? { onMark: choose, onPoint: click('model') } : {})}
        >
          {(place) => (
            <>
              {preview?.ok && preview.after && <Ghost preview={preview} place={place} />}
              {(preview?.refusal?.at ?? detail.refusalAt) && (
                <Cross at={place((preview?.refusal?.at ?? detail.refusalAt)!)} />
              )}
            </>
          )}
        </DrawingView>
      </figure>
      <div className="pt-1">
        {authoring ? (
          <>
            {preview?.ok && preview.after && (
              <>
                <h2 className="head">It becomes</h2>
                <p className="note">{preview.sentence}</p>
                <DrawingView
                  drawing={preview.after}
                  palette={palette}
                  width={180}
                  height={150}
                  margin={12}
                  weight={0.7}
                  title="What the fold gives"
                />
                <KeepButton composer={composer} send={send} base={base} onKept={() => setTeeth([])} />
              </>
            )}
            {preview?.refusal && <Slip tone="care">{preview.refusal.text}</Slip>}
            {composer && asksForFlap(composer) && teeth.length > 0 && (
              <LayerComb teeth={teeth} onTake={(flap) => send({ kind: 'flap chosen', flap })} />
            )}
          </>
        ) : (
          replayed && (
            <>
              <h2 className="head">How it is folded</h2>
              <DrawingView
                drawing={detail.before}
                palette={palette}
                width={186}
                height={190}
                margin={18}
                weight={0.75}
                title={`Step ${step} as drawn in print`}
              />
            </>
          )
        )}
      </div>
    </div>
  );
}

/** Sheet and model grow with the table; what stands beside them keeps its size. */
function useTableSizes() {
  const box = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState({ width: 990, height: 400 });
  useLayoutEffect(() => {
    const element = box.current;
    if (!element) return;
    const read = (): void => setRoom({ width: element.clientWidth, height: element.clientHeight });
    read();
    const watch = new ResizeObserver(read);
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  const inner = room.width - 56;
  const narrow = inner < 780;
  // Where the page scrolls the table has the height of its pictures, so it cannot be asked for room.
  const height = narrow ? inner / 2 + 30 : Math.max(330, Math.min(room.height - 14, 620));
  const sheet = Math.round(Math.min(narrow ? inner / 2 - 10 : inner * 0.33, height - 30, 560));
  const model = Math.round(narrow ? inner / 2 - 10 : inner - sheet - 196 - 32);
  return {
    box,
    sizes: { sheet, model, height, columns: narrow ? `${sheet}px 1fr` : `${sheet}px 1fr 196px` },
  };
}

function toMarks(
  landmarks: readonly Landmark[],
  composer: Composer | null,
  near: Landmark | null,
  authoring: boolean,
  showNames: boolean,
  where: (l: Landmark) => Point | undefined,
): Mark[] {
  const picked = new Set(composer?.picks.map((p) => p.name));
  return landmarks.flatMap((l): Mark[] => {
    const at = where(l);
    const isNear = near?.name === l.name && near.rank === l.rank;
    const corner = /^[A-DO]$/.test(l.name);
    const wanted = picked.has(l.name) || isNear || (l.rank === 'main' && (authoring || showNames || corner));
    if (!at || !wanted) return [];
    const look = picked.has(l.name) ? 'chosen' : l.ref.kind === 'mark' ? 'made' : 'known';
    return [
      {
        key: l.name + l.rank,
        name: l.name,
        at,
        look,
        showName: picked.has(l.name) || isNear || showNames || corner,
      },
    ];
  });
}

/** The engine's answer to the move as composed so far; undefined while something is still to be chosen. */
function usePreview(composer: Composer | null, base: number): Preview | undefined {
  const { result } = useEngine();
  const move = useMemo(() => (composer ? toMove(composer) : undefined), [composer]);
  const [answer, setAnswer] = useState<{ key: string; preview: Preview }>();
  const key = move ? JSON.stringify([base, move, result?.steps.length]) : '';
  useEffect(() => {
    if (!move) return;
    let live = true;
    void getEngine()
      .previewMove(base, move)
      .then((preview) => live && setAnswer({ key, preview }));
    return () => {
      live = false;
    };
  }, [base, key, move]);
  return answer?.key === key ? answer.preview : undefined;
}

function KeepButton({
  composer,
  send,
  base,
  onKept,
}: {
  composer: Composer;
  send: Send;
  base: number;
  onKept: () => void;
}) {
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const keep = (): void => {
    const move = toMove(composer);
    if (!move) return;
    const copy = structuredClone(move);
    edit((plan) => {
      if (composer.replacing !== null) plan.steps[composer.replacing - 1]!.move = copy as never;
      else
        plan.steps.splice(base, 0, {
          id: freshId('s'),
          move: copy as never,
          passage: plan.steps[base - 1]?.passage ?? '',
          note: '',
          tolerance: { kind: 'exact' },
        });
    });
    dispatch(stepSelected(base + 1));
    send({ kind: 'put away' });
    onKept();
  };
  useEffect(() => {
    const onKey = (e: KeyboardEvent): void => {
      const onLandmark =
        e.target instanceof SVGElement ||
        (e.target instanceof HTMLElement && ['BUTTON', 'A', 'INPUT', 'SELECT'].includes(e.target.tagName));
      if (e.key === 'Enter' && !onLandmark) keep();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
  return (
    <button type="button" className="btn solid mt-2 w-full" onClick={keep}>
      Keep this fold
    </button>
  );
}

function Ghost({ preview, place }: { preview: Preview; place: (p: Point) => Point }) {
  return (
    <g pointerEvents="none" opacity="0.55">
      {preview.after!.items.map((item, i) =>
        item.kind === 'facet' ? (
          <polygon
            key={i}
            points={item.points.map((p) => place(p).join(',')).join(' ')}
            fill="none"
            stroke="var(--jade)"
            strokeWidth="1.2"
            strokeDasharray="3 3"
          />
        ) : null,
      )}
    </g>
  );
}

/** Where paper would tear or cross. */
function Cross({ at: [x, y] }: { at: Point }) {
  return (
    <path
      d={`M${x - 9} ${y - 9}L${x + 9} ${y + 9}M${x + 9} ${y - 9}L${x - 9} ${y + 9}`}
      stroke="var(--persimmon)"
      strokeWidth="3"
      strokeLinecap="round"
      fill="none"
    />
  );
}

/** Sheet and model are drawn at different scales: a bar says how long 5 cm (2 in) is on the sheet. */
function ScaleBar({ px }: { px: number }) {
  const { unit } = useSettings();
  const sideMm = useEngine().result?.readings.sideMm;
  if (!sideMm)
    return <figcaption className="note pl-7">front side up; choose a sheet in Paper to see sizes</figcaption>;
  const lengthMm = unit === 'in' ? 50.8 : 50;
  const shown = sideMm < lengthMm * 1.4 ? lengthMm / 5 : lengthMm;
  const width = (shown / sideMm) * px;
  return (
    <figcaption className="note flex items-center gap-2 pl-6">
      <svg width={width + 2} height="9" aria-hidden="true">
        <path d={`M1 1v7h${width}v-7`} fill="none" stroke="var(--ink-2)" />
      </svg>
      {toLengthText(shown, unit).text}, front side up
    </figcaption>
  );
}
