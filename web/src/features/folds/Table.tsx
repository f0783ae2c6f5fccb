import { useEffect, useMemo, useRef, useState } from 'react';
import type { Drawing } from '@jade/core/drawing';
import type { Point } from '@jade/core/geometry';
import type { Move } from '@jade/core/kinds';
import type { Landmark } from '@jade/core/trying';
import { useAppDispatch } from '../../state/index.ts';
import { type LayerTooth, getEngine, useEngine } from '../../engine/index.ts';
import { facetHovered, freshId, stepSelected, usePlan, usePlanState } from '../../plan/index.ts';
import { type DragPhase, DrawingView, pickNearest, usePalette } from '../../pictures/index.ts';
import { type Composer, asksForFlap, creasesWanted, layersTaken } from './composer.ts';
import type { Send } from './authoring.ts';
import { Closer } from './Closer.tsx';
import { SNAP_PX, keyOfLandmark, toMarks, toPick } from './landmarks.ts';
import { ModelPicture } from './ModelPicture.tsx';
import { Proposals } from './Offers.tsx';
import { Cross } from './overlays.tsx';
import { OnTheWay, STILLS_PX, foldsMany } from './OnTheWay.tsx';
import { Outcome } from './Outcome.tsx';
import { Printed } from './Printed.tsx';
import { SheetPicture } from './SheetPicture.tsx';
import { useCloser } from './useCloser.ts';
import { useDrag } from './useDrag.ts';
import { useTableSizes } from './useTableSizes.ts';
import { useKeepMove, usePreview } from './useAuthoring.ts';
import { type View, ViewSwitch, useView } from './views.tsx';

interface TableProps {
  readonly composer: Composer | null;
  readonly send: Send;
  readonly showNames: boolean;
}

/**
 * The large picture and what stands beside it. A step is read as it is folded, with what it becomes beside it; while one is
 * made the model is large, or the sheet where its creases are chosen. Each can be had large.
 */
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
  const { drag, dropped, onDrag, putAway } = useDrag(base, detail?.landmarks ?? [], SNAP_PX);
  const [view, setView] = useState<View>('folding');
  const [wantsSheet, setWantsSheet] = useState(false);
  const viewed = useView(view, step);
  const keep = useKeepMove(base, composer?.replacing ?? null, nextId);
  const grabbed = useRef<Point | null>(null);
  const closer = useCloser(detail?.after.bounds, base, sizes.width / sizes.height);
  useEffect(() => {
    if (composer?.replacing && step !== composer.replacing - 1)
      dispatch(stepSelected(composer.replacing - 1));
  }, [composer?.replacing, dispatch, step]);
  const landmarks = detail?.landmarks;
  const [modelMarks, sheetMarks] = useMemo(
    () =>
      [(l: Landmark) => l.model, (l: Landmark) => l.sheet].map((where) =>
        toMarks(landmarks ?? [], composer, near, showNames, where),
      ),
    [landmarks, composer, near, showNames],
  );

  if (!detail) return <div ref={box} className="flex-1" />;

  const authoring = composer !== null;
  const hover = (facet: number | null): void => void dispatch(facetHovered(facet));
  const choose = (key: string): void => {
    const landmark = detail.landmarks.find((l) => keyOfLandmark(l) === key);
    if (landmark) send({ kind: 'point picked', pick: toPick(landmark) });
  };
  const askPaper = (tool: Composer['tool'], isBehind: boolean, at: Point): void =>
    void getEngine()
      .listLayers(base, at)
      .then((found) => {
        const list = isBehind ? [...found].reverse() : found;
        setTeeth(list);
        const flap = list.slice(0, layersTaken(tool)).map((t, i) => ({
          name: i === 0 ? 'the nearest layer' : 'the one under it',
          ref: { kind: 'sheet' as const, at: [...t.point] as [number, number] },
        }));
        if (flap.length > 0) send({ kind: 'flap chosen', flap });
      });
  const click =
    (frame: 'sheet' | 'model') =>
    (at: Point, k: number): void => {
      // On the sheet every place is one layer, there is nothing to ask.
      if (composer && asksForFlap(composer) && frame === 'sheet')
        return send({
          kind: 'flap chosen',
          flap: [{ name: 'a place on the sheet', ref: { kind: 'sheet', at: [at[0], at[1]] } }],
        });
      if (composer && asksForFlap(composer))
        return askPaper(composer.tool, composer.tool === 'mountain' || composer.options.behind === true, at);
      const candidates = detail.landmarks.flatMap((l) => (l[frame] ? [{ ...l, at: l[frame] }] : []));
      const hit = pickNearest(candidates, at, SNAP_PX / k);
      if (hit) send({ kind: 'point picked', pick: toPick(hit) });
    };
  const move = (at: Point | null, k: number): void => {
    const candidates = detail.landmarks.map((l) => ({ ...l, at: l.model }));
    setNear(at && authoring ? (pickNearest(candidates, at, SNAP_PX / k) ?? null) : null);
  };
  const keepMade = (chosen: Move, how: 'exact' | 'to taste' = 'exact'): void => {
    keep(chosen, how);
    closer.carry(base + 1);
    setNextId(freshId('s'));
    send({ kind: 'kept' });
    setTeeth([]);
  };
  const onPan = (phase: DragPhase, at: Point): void => {
    if (phase === 'grabbed') grabbed.current = at;
    else if (phase === 'moved' && grabbed.current)
      closer.shift(grabbed.current[0] - at[0], grabbed.current[1] - at[1]);
    else grabbed.current = null;
  };
  const isRead = !authoring && step > 0 && view === 'folding';
  const isSheetLarge = wantsSheet || (authoring && creasesWanted(composer.tool) > 0);
  const model = authoring ? wholeOf(preview?.drawing ?? detail.after) : (viewed ?? detail.after);
  const sheet = (px: number) => (
    <SheetPicture
      {...{ detail, composer, base, preview, px, hovered, send }}
      marks={sheetMarks!}
      onHover={hover}
      onMark={choose}
      onPoint={click('sheet')}
    />
  );
  const folded = (width: number, height: number, isLarge: boolean) => (
    <figure aria-label="Model">
      <ModelPicture
        {...{ step, width, height, hovered, drag, preview: authoring ? preview : undefined }}
        drawing={isLarge ? model : detail.after}
        shown={isLarge ? closer.shown : undefined}
        marks={modelMarks!}
        onHover={hover}
        refusalAt={preview?.refusal?.at ?? detail.refusalAt}
        onMove={move}
        onZoom={closer.zoom}
        onDrag={authoring ? onPan : onDrag}
        {...(authoring ? { choosing: { onMark: choose, onPoint: click('model') } } : {})}
      />
    </figure>
  );
  const printed = (width: number, height: number, weight: number) => (
    <DrawingView
      drawing={detail.before}
      {...{ palette, width, height, weight }}
      margin={width > 400 ? 34 : 18}
      title={`Step ${step} as drawn in print`}
    >
      {(place) => detail.refusalAt && <Cross at={place(detail.refusalAt)} />}
    </DrawingView>
  );
  const { width, height, beside } = sizes;
  const isMany = foldsMany(steps, step);
  const besidePx = isMany ? beside.width - STILLS_PX : beside.width;
  return (
    <div
      ref={box}
      className="grid min-h-[320px] flex-1 items-start gap-4 overflow-auto px-7"
      style={{ gridTemplateColumns: sizes.columns }}
    >
      <div>
        <div className="flex min-h-[24px] items-center justify-between gap-4">
          {!authoring && step > 0 && !isSheetLarge ? <ViewSwitch view={view} onView={setView} /> : <span />}
          {!isRead && !isSheetLarge && (
            <Closer {...closer} about={composer?.picks.at(-1)?.model ?? near?.model} />
          )}
        </div>
        {isSheetLarge
          ? sheet(Math.min(width, height - 24))
          : isRead
            ? printed(width, height, 1)
            : folded(width, height, true)}
      </div>
      <div className="pt-1">
        {dropped && !authoring && (
          <Proposals
            from={dropped.from.name}
            to={dropped.to?.name}
            proposals={dropped.proposals}
            onChoose={(chosen) => {
              keepMade(chosen, dropped.to ? 'exact' : 'to taste');
              putAway();
            }}
            onPutAway={putAway}
          />
        )}
        {authoring && (
          <Outcome
            {...{ composer, base, preview, teeth, send }}
            size={beside}
            onKeep={(made) => keepMade(made)}
          />
        )}
        {!authoring && step > 0 && !dropped && (
          <>
            <h2 className="head">{isRead ? 'It becomes' : 'How it is folded'}</h2>
            <div className="flex items-start">
              {isRead ? folded(besidePx, beside.height, false) : printed(besidePx, beside.height, 0.75)}
              {isMany && <OnTheWay step={step} />}
            </div>
          </>
        )}
        <div className="mt-1 flex items-start gap-3">
          {isSheetLarge ? folded(sizes.small, sizes.small, false) : sheet(sizes.small)}
          <div className="min-w-0 flex-1 text-[13px]">
            <button
              type="button"
              className="act"
              aria-pressed={wantsSheet}
              onClick={() => setWantsSheet((w) => !w)}
            >
              {wantsSheet ? 'Model large' : 'Sheet large'}
            </button>
            {!authoring && step > 0 && <Printed drawing={detail.before} step={step} />}
          </div>
        </div>
      </div>
    </div>
  );
}

/** A drawing seen whole: while a fold is made the picture does not jump to where it is. */
const wholeOf = ({ items, bounds }: Drawing): Drawing => ({ items, bounds });
