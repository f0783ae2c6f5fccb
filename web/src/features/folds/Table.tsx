import { useEffect, useMemo, useState } from 'react';
import type { Drawing } from '@jade/core/drawing';
import type { Point } from '@jade/core/geometry';
import { useAppDispatch } from '../../state/index.ts';
import { type Move, TOOLS } from '@jade/core/kinds';
import { write } from '@jade/core/sequence';
import type { Landmark, SheetCrease } from '@jade/core/trying';
import { type LayerTooth, type Preview, getEngine, useEngine } from '../../engine/index.ts';
import { facetHovered, freshId, stepSelected, useEdit, usePlan, usePlanState } from '../../plan/index.ts';
import { DrawingView, type Mark, pickNearest, usePalette } from '../../table/index.ts';
import { PlayLeaf, motionOf } from '../../play/index.ts';
import { Notice } from '../../ui/index.ts';
import { type Composer, type Pick, asksForFlap, creasesWanted, layersTaken, toMove } from './composer.ts';
import { CreaseLines } from './CreaseLines.tsx';
import type { Send } from './authoring.ts';
import { SaveDrawings } from './SaveDrawings.tsx';
import { type View, ViewSwitch, useView } from './views.tsx';
import { LayerComb } from './LayerComb.tsx';
import { Offers, OtherWays, Proposals } from './Offers.tsx';
import { Cross, MissingCreases, DragGhost, Ghost, ScaleBar } from './overlays.tsx';
import { useDrag } from './useDrag.ts';
import { useTableSizes } from './useTableSizes.ts';

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
  const made = composer ? toMove(composer) : undefined;
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
                <KeepButton onKeep={() => made && keepMade(made)} />
              </>
            )}
            {preview?.refusal && (
              <Notice tone="care" className="compact">
                {preview.refusal.text}
              </Notice>
            )}
            {composer && preview && made && (
              <>
                <Offers
                  base={base}
                  move={made}
                  solution={composer.solution}
                  onChoose={(picks) => send({ kind: 'solution chosen', picks })}
                />
                <OtherWays base={base} move={made} isRefused={!preview.ok} onChoose={keepMade} />
              </>
            )}
            {composer && asksForFlap(composer) && TOOLS[composer.tool].countsLayers && teeth.length > 1 && (
              <LayerComb teeth={teeth} onTake={(flap) => send({ kind: 'flap chosen', flap })} />
            )}
          </>
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
              <PlayButton step={step} />
              <SaveDrawings drawing={detail.before} step={step} />
            </>
          )
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

/** The engine's answer to the move as composed so far; undefined while something is still to be chosen. */
function usePreview(composer: Composer | null, base: number, id: string): Preview | undefined {
  const { result } = useEngine();
  const move = useMemo(() => (composer ? toMove(composer) : undefined), [composer]);
  // An answer is good for the plan it was asked about: the same move after another fold is another picture.
  const [answer, setAnswer] = useState<{ of: unknown; key: string; preview: Preview }>();
  const key = move ? JSON.stringify([base, move]) : '';
  useEffect(() => {
    if (!move) return;
    let live = true;
    void getEngine()
      .previewMove(base, move, id)
      .then((preview) => live && setAnswer({ of: result, key, preview }));
    return () => {
      live = false;
    };
  }, [base, id, key, move, result]);
  return answer?.key === key && answer.of === result ? answer.preview : undefined;
}

/** Opens the step as a moving sheet; its motion is computed ahead, while the folder looks at the step. */
function PlayButton({ step }: { step: number }) {
  const [isOpen, setOpen] = useState(false);
  const { result } = useEngine();
  useEffect(() => {
    const wait = setTimeout(() => void motionOf(step).catch(() => undefined), AHEAD_MS);
    return () => clearTimeout(wait);
  }, [step, result]);
  return (
    <>
      <button type="button" className="btn my-1" onClick={() => setOpen(true)}>
        Play the fold
      </button>
      {isOpen && <PlayLeaf step={step} onClose={() => setOpen(false)} />}
    </>
  );
}

/** How long a step is looked at before its motion is computed. */
const AHEAD_MS = 900;

/** Creases a collapse can use, asked for once for each place in the sequence. */
function useCreases(wanted: boolean, base: number): readonly SheetCrease[] {
  const { result } = useEngine();
  const [found, setFound] = useState<{ of: unknown; base: number; creases: readonly SheetCrease[] }>();
  useEffect(() => {
    if (!wanted) return;
    let live = true;
    void getEngine()
      .listCreases(base)
      .then((creases) => live && setFound({ of: result, base, creases }));
    return () => {
      live = false;
    };
  }, [wanted, base, result]);
  return found?.base === base ? found.creases : [];
}

/** Puts a move into the plan after the step shown, or in place of the one that is changed. */
function useKeepMove(base: number, replacing: number | null, id: string): (move: Move) => void {
  const edit = useEdit();
  const dispatch = useAppDispatch();
  return (move) => {
    const copy = structuredClone(move);
    edit((plan) => {
      if (replacing !== null) plan.steps[replacing - 1]!.move = copy as never;
      else
        plan.steps.splice(
          base,
          0,
          write.writeStep(id, copy, { passage: plan.steps[base - 1]?.passage ?? '' }) as never,
        );
    });
    dispatch(stepSelected(base + 1));
  };
}

function KeepButton({ onKeep }: { onKeep: () => void }) {
  useEffect(() => {
    const onKey = (e: KeyboardEvent): void => {
      const onLandmark =
        e.target instanceof SVGElement ||
        (e.target instanceof HTMLElement && ['BUTTON', 'A', 'INPUT', 'SELECT'].includes(e.target.tagName));
      if (e.key === 'Enter' && !onLandmark) onKeep();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
  return (
    <button type="button" className="btn solid mt-2 w-full" onClick={onKeep}>
      Keep this fold
    </button>
  );
}
