import { useEffect, useState } from 'react';
import type { Drawing } from '@jade/core/drawing';
import type { Point } from '@jade/core/geometry';
import { useAppDispatch } from '../../state/index.ts';
import { type Move } from '@jade/core/kinds';
import type { Landmark } from '@jade/core/trying';
import { type LayerTooth, getEngine, useEngine } from '../../engine/index.ts';
import { facetHovered, freshId, stepSelected, usePlan, usePlanState } from '../../plan/index.ts';
import { DrawingView, type Mark, pickNearest, usePalette } from '../../pictures/index.ts';
import { type Composer, type Pick, asksForFlap, creasesWanted, layersTaken } from './composer.ts';
import { CreaseLines } from './CreaseLines.tsx';
import type { Send } from './authoring.ts';
import { type View, ViewSwitch, useView } from './views.tsx';
import { Proposals } from './Offers.tsx';
import { Cross, MissingCreases, DragGhost, Ghost, ScaleBar } from './overlays.tsx';
import { useDrag } from './useDrag.ts';
import { useTableSizes } from './useTableSizes.ts';
import { Outcome } from './Outcome.tsx';
import { Printed } from './Printed.tsx';
import { useCreases, useKeepMove, usePreview } from './useAuthoring.ts';

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
  const [nextId, setNextId] = useState(() => freshId('s'));
  const replaced = composer?.replacing ? steps[composer.replacing - 1]?.id : undefined;
  const preview = usePreview(composer, base, replaced ?? nextId);
  const { box, sizes } = useTableSizes();
  const creases = useCreases(composer !== null && creasesWanted(composer.tool) > 0, base);
  const { drag, dropped, onDrag, putAway } = useDrag(base, detail?.landmarks ?? [], SNAP_PX);
  const [view, setView] = useState<View>('lies');
  const viewed = useView(view, step);
  const keep = useKeepMove(base, composer?.replacing ?? null, nextId);
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
    if (landmark) send({ kind: 'point picked', pick: toPick(landmark) });
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
            const fromBehind = composer.tool === 'mountain' || composer.options.behind === true;
            const list = fromBehind ? [...found].reverse() : found;
            setTeeth(list);
            const flap = list.slice(0, layersTaken(composer.tool)).map((t, i) => ({
              name: i === 0 ? 'the nearest layer' : 'the one under it',
              ref: { kind: 'sheet' as const, at: [...t.point] as [number, number] },
            }));
            if (flap.length > 0) send({ kind: 'flap chosen', flap });
          });
      } else if (hit) send({ kind: 'point picked', pick: toPick(hit) });
    };
  const move = (at: Point | null, k: number): void => {
    const candidates = detail.landmarks.map((l) => ({ ...l, at: l.model }));
    setNear(at && authoring ? (pickNearest(candidates, at, SNAP_PX / k) ?? null) : null);
  };
  const keepMade = (chosen: Move): void => {
    keep(chosen);
    setNextId(freshId('s'));
    send({ kind: 'put away' });
    setTeeth([]);
  };
  const shown = authoring ? (preview?.drawing ?? detail.after) : (viewed ?? detail.after);
  const replayed = steps[step - 1];
  return (
    <div
      ref={box}
      className="grid min-h-[320px] flex-1 items-start gap-4 overflow-auto px-7"
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
        >
          {(place) => (
            <>
              {composer && creasesWanted(composer.tool) > 0 && (
                <CreaseLines
                  creases={creases}
                  chosen={composer.creases}
                  place={place}
                  onClick={({ key, fromRef, toRef }) =>
                    send({ kind: 'crease clicked', key, from: fromRef, to: toRef })
                  }
                />
              )}
              {preview?.refusal?.adds && <MissingCreases creases={preview.refusal.adds} place={place} />}
            </>
          )}
        </DrawingView>
        <ScaleBar px={sizes.sheet - 52} across={longerOf(detail.sheet.bounds)} />
      </figure>
      <figure className="flex flex-col items-center" aria-label="Model">
        {!authoring && step > 0 && <ViewSwitch view={view} onView={setView} />}
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
          {...(authoring ? { onMark: choose, onPoint: click('model') } : { onDrag })}
        >
          {(place) => (
            <>
              {preview?.ok && preview.after && <Ghost preview={preview} place={place} />}
              {drag && <DragGhost drag={drag} place={place} />}
              {(preview?.refusal?.at ?? detail.refusalAt) && (
                <Cross at={place((preview?.refusal?.at ?? detail.refusalAt)!)} />
              )}
            </>
          )}
        </DrawingView>
      </figure>
      <div className="pt-1">
        {authoring ? (
          <Outcome
            composer={composer}
            base={base}
            preview={preview}
            teeth={teeth}
            send={send}
            onKeep={keepMade}
          />
        ) : dropped ? (
          <Proposals
            from={dropped.from.name}
            to={dropped.to.name}
            proposals={dropped.proposals}
            onChoose={(chosen) => {
              keepMade(chosen);
              putAway();
            }}
            onPutAway={putAway}
          />
        ) : (
          replayed && <Printed drawing={detail.before} step={step} />
        )}
      </div>
    </div>
  );
}

const toPick = ({ name, ref, model }: Landmark): Pick => ({ name, ref, model });

function toMarks(
  landmarks: readonly Landmark[],
  composer: Composer | null,
  near: Landmark | null,
  authoring: boolean,
  showNames: boolean,
  where: (l: Landmark) => Point | undefined,
): Mark[] {
  const picked = new Set(composer?.picks.map((p) => p.name));
  // Those that lie under others are drawn first, so that the pointer meets the upper ones.
  return [...landmarks].reverse().flatMap((l): Mark[] => {
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
        showName: picked.has(l.name) || isNear || (!l.isUnder && (showNames || corner)),
      },
    ];
  });
}

/** The longer side of what is drawn. */
const longerOf = ({ minX, minY, maxX, maxY }: Drawing['bounds']): number =>
  Math.max(maxX - minX, maxY - minY);
