import { useEffect, useMemo, useRef, useState } from 'react';
import type { Drawing } from '@jade/core/drawing';
import type { Point, Segment } from '@jade/core/geometry';
import type { Move } from '@jade/core/kinds';
import { type Landmark, placeOnLine } from '@jade/core/trying';
import { useAppDispatch } from '../../state/index.ts';
import { type LayerTooth, getEngine, useEngine } from '../../engine/index.ts';
import { facetHovered, freshId, stepSelected, usePlan, usePlanState } from '../../plan/index.ts';
import { type DragPhase, DrawingView, pickNearest, useCloser, usePalette } from '../../pictures/index.ts';
import { type Composer, asksForFlap, creasesWanted, layersTaken } from './composer.ts';
import type { Send } from './authoring.ts';
import { Closer } from './Closer.tsx';
import { SNAP_PX, keyOfLandmark, toMarks, toPick } from './landmarks.ts';
import { ModelPicture } from './ModelPicture.tsx';
import { Proposals } from './Offers.tsx';
import { Cross, type Spot } from './overlays.tsx';
import { OnTheWay, STILLS_PX, foldsMany } from './OnTheWay.tsx';
import { Outcome } from './Outcome.tsx';
import { Printed } from './Printed.tsx';
import { SheetPicture } from './SheetPicture.tsx';
import { useDrag } from './useDrag.ts';
import { useTableSizes } from './useTableSizes.ts';
import { useKeepMove, usePreview } from './useAuthoring.ts';
import { type View, ViewSwitch, useView } from './views.tsx';
import { WORDS } from './words.ts';

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
  const [spot, setSpot] = useState<Spot | null>(null);
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
  const lines = linesOf(detail.after);
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
      const hit = pressed(detail.landmarks, frame, at, k);
      if (hit) return send({ kind: 'point picked', pick: toPick(hit) });
      const place = frame === 'model' && placeOnLine(at, lines, detail.landmarks, LINE_PX / k);
      if (place)
        send({ kind: 'point picked', pick: { name: place.name, ref: place.ref, model: place.model } });
    };
  const move = (at: Point | null, k: number): void => {
    const hit = at && authoring ? (pressed(detail.landmarks, 'model', at, k) ?? null) : null;
    setNear(hit);
    const isOpen = at && authoring && !hit && !asksForFlap(composer);
    setSpot(isOpen ? (placeOnLine(at, lines, detail.landmarks, LINE_PX / k) ?? null) : null);
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
    <figure aria-label={WORDS.model}>
      <ModelPicture
        {...{ step, width, height, hovered, drag, preview: authoring ? preview : undefined }}
        drawing={isLarge ? model : detail.after}
        shown={isLarge ? closer.shown : undefined}
        marks={modelMarks!}
        onHover={hover}
        refusalAt={preview?.refusal?.at ?? detail.refusalAt}
        onMove={move}
        spot={authoring ? spot : null}
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
            <h2 className="head">{isRead ? WORDS.itBecomes : WORDS.howItIsFolded}</h2>
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
              {wantsSheet ? WORDS.modelLarge : WORDS.sheetLarge}
            </button>
            {!authoring && step > 0 && <Printed drawing={detail.before} step={step} />}
          </div>
        </div>
      </div>
    </div>
  );
}

/** How near to an edge or a crease a press takes a place on it, in px. */
const LINE_PX = 9;

/** A share of an edge is taken this near to it, in px: beside it another share can be meant. */
const SHARE_PX = 7;

/** The landmark a press means: a point that is shown, else a simple share of an edge close by. */
function pressed(
  landmarks: readonly Landmark[],
  frame: 'sheet' | 'model',
  at: Point,
  k: number,
): Landmark | undefined {
  const within = (rank: Landmark['rank'], px: number): Landmark | undefined =>
    pickNearest(
      landmarks.flatMap((l) => (l.rank === rank && l[frame] ? [{ ...l, at: l[frame], own: l }] : [])),
      at,
      px / k,
    )?.own;
  return within('main', SNAP_PX) ?? within('near', frame === 'model' ? SHARE_PX : SNAP_PX);
}

/** Edges and creases of a picture, that places can be chosen along. */
const linesOf = ({ items }: Drawing): readonly Segment[] =>
  items.flatMap((i) => (i.kind === 'line' ? [{ from: i.from, to: i.to }] : []));

/** A drawing seen whole: while a fold is made the picture does not jump to where it is. */
const wholeOf = ({ items, bounds }: Drawing): Drawing => ({ items, bounds });
