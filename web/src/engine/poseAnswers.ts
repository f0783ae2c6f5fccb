import { drawForm } from '@jade/core/drawing';
import { rotationOnto, turnWith } from '@jade/core/geometry';
import { drawFinished } from '@jade/core/exporting';
import { findFlaps } from '@jade/core/folded';
import { done } from '@jade/core/outcome';
import type { Plan } from '@jade/core/plan';
import { type Readings, measureState, poseAsk, readPosed } from '@jade/core/readings';
import { Reader, readOrRefuse } from '@jade/core/references';
import { type Replay, contextAfter, nameSteps } from '@jade/core/sequence';
import {
  type Shaped,
  type ShapedStep,
  type ShapingAct,
  type ShapingStep,
  benchLengthOf,
  findHelps,
  framesOf,
  listFoldAngles,
  planDamp,
  readAction,
  readLock,
  roseOf,
  sayBenchLength,
  sayShaping,
  shapingOf,
  toSurface,
} from '@jade/core/shaping';
import { ratioOf } from '@jade/core/sizing';
import type { Engine, PosedFigure } from './protocol.ts';
import type { OpenPlan } from './openPlan.ts';

/** A shaped figure: one that stands seen from the audience a little from the side, one that lies from above. */
export function shapedPicture(plan: Plan, replay: Replay, { sideMm }: Pick<Readings, 'sideMm'>) {
  const isShaped = plan.shaping.some((s) => shapingOf(s.act).isComputed);
  if (!isShaped || sideMm === undefined) return undefined;
  const drawing = drawFinished({ plan, replay }, sideMm);
  const { minX, minY, maxX, maxY } = drawing.bounds;
  return { drawing, size: { height: maxY - minY, width: maxX - minX } };
}

const degreesOf = (act: ShapingAct): { degrees?: number } => {
  const amount = shapingOf(act).amount(act);
  return amount ? { degrees: amount.degrees } : {};
};

function dampSteps({ finish, paper }: Plan, shaped: Shaped, sideMm: number): PosedFigure['damp'] {
  const { grammage } = paper;
  if (!finish.wetFolded || grammage === null) return [];
  return shaped.steps.flatMap((s) => planDamp(s, { ...finish.damping, sideMm, grammage }) ?? []);
}

const flatSizes = (replay: Replay, sideMm: number): PosedFigure['flat'] => {
  const { measures } = measureState(replay.steps.at(-1)?.after ?? replay.start);
  return { heightMm: ratioOf(measures, 'height') * sideMm, lengthMm: ratioOf(measures, 'length') * sideMm };
};

/** Small pictures are seen from a corner, a little from above. */
const CORNER = [0.75, 0.4, 0.9] as const;
/** Layers are drawn so far apart, in sheet sides. */
const LAYER = 0.0005;

/** The open plan as it is shaped; undefined where none is open. */
function shapedNow({ replay, input, readings }: OpenPlan) {
  if (!replay || !input) return undefined;
  const { plan } = input;
  const side = readings?.sideMm === undefined ? {} : { sideMm: readings.sideMm };
  const posed = readPosed(plan, replay, side);
  return { plan, replay, ...posed, reader: new Reader(contextAfter(replay), (line) => line) };
}

/** Pictures of each step of shaping as it is played. */
const FRAMES = 10;

type Answers = Pick<
  Engine,
  | 'readPosed'
  | 'drawPosed'
  | 'findHelps'
  | 'listFoldAngles'
  | 'playShaping'
  | 'readAction'
  | 'readLock'
  | 'listTabs'
>;

/** What is asked about the figure in space. */
export function poseAnswers(open: OpenPlan): Answers {
  let last: Shaped | undefined;
  return {
    readPosed(steps, { to, isQuick } = {}): PosedFigure | null {
      const { replay, input, readings } = open;
      if (!replay || !input) return null;
      const plan = { ...input.plan, shaping: [...steps] as ShapingStep[] };
      const posed = readPosed(plan, replay, {
        ...(readings?.sideMm === undefined ? {} : { sideMm: readings.sideMm }),
        ...(to === undefined ? {} : { to }),
        ...(isQuick ? { isQuick } : {}),
        ...(last ? { previous: last } : {}),
      });
      const { shaped, pose, sideMm } = posed;
      last = shaped;
      const names = nameSteps(replay.sequence.steps);
      const limbs = Object.fromEntries(plan.limbs.flatMap((l) => (l.tip === null ? [] : [[l.tip, l.name]])));
      const reader = new Reader(contextAfter(replay), (line) => line);
      const checkOf = (own: ShapedStep): { check?: string } => {
        const length = isQuick ? undefined : benchLengthOf(own, shaped.steps, reader);
        const check = length && sayBenchLength(length, sideMm);
        return check ? { check } : {};
      };
      const { material } = poseAsk(plan, replay, sideMm);
      const { stance: _s, rest: _r, ...read } = pose;
      return {
        sideMm,
        pose: read,
        rose: pose.stance.pose ? roseOf(pose.stance.pose) : [],
        damp: dampSteps(plan, shaped, sideMm),
        flat: flatSizes(replay, sideMm),
        surface: toSurface(shaped.form, material, pose),
        steps: shaped.steps.map((s) => ({
          ...checkOf(s),
          ...degreesOf(s.act),
          id: s.step.id,
          number: s.number,
          sentence: sayShaping(s, { get: (id) => names.get(id), limbs }),
          isComputed: shapingOf(s.act).isComputed,
          drawing: isQuick ? null : drawForm(s.after, { up: pose.up, towards: CORNER }, LAYER),
          ...(s.refusal ? { refusal: s.refusal } : {}),
          ...(s.estimate === undefined ? {} : { estimate: s.estimate }),
        })),
      };
    },
    playShaping() {
      const now = shapedNow(open);
      if (!now) return [];
      const { plan, replay, shaped, pose, sideMm } = now;
      const { material } = poseAsk(plan, replay, sideMm);
      const frames = framesOf({ replay, steps: plan.shaping, sideMm }, shaped, FRAMES);
      return [{ step: 0, form: shaped.flat }, ...frames].map(({ step, form }) => ({
        step,
        surface: toSurface(form, material, pose),
      }));
    },
    drawPosed(towards) {
      const now = shapedNow(open);
      if (!now) return null;
      const { shaped, pose } = now;
      // From the table back to the figure's own axes.
      const eye = turnWith(rotationOnto([0, 1, 0], pose.up), towards);
      return drawForm(shaped.form, { up: pose.up, towards: eye }, LAYER);
    },
    readAction(id) {
      const now = shapedNow(open);
      const action = now?.plan.finish.actions.find((a) => a.id === id);
      if (!now || !action) return null;
      const { plan, replay, shaped, sideMm, reader } = now;
      const asked = readOrRefuse(() =>
        done({
          step: action.step,
          held: reader.paper(action.held),
          pulled: reader.paper(action.pulled),
          watched: reader.paper(action.watched),
        }),
      );
      const read = asked.ok && readAction(asked.value, { replay, steps: plan.shaping, sideMm }, shaped);
      return read ? { ...read, sideMm } : null;
    },
    readLock(id) {
      const now = shapedNow(open);
      const lock = now?.plan.finish.locks.find((l) => l.id === id);
      if (!now || !lock) return null;
      const { plan, replay, shaped, sideMm, reader } = now;
      const mouth = readOrRefuse(() => done(reader.pair(lock.mouth)));
      if (!mouth.ok) return 'no mouth';
      return readLock(
        { tab: lock.tab, mouth: mouth.value },
        replay,
        shaped,
        poseAsk(plan, replay, sideMm).material,
      );
    },
    listTabs: () =>
      open.replay ? findFlaps(open.replay.steps.at(-1)?.after ?? open.replay.start).map((f) => f.tip) : [],
    listFoldAngles: () => (open.replay ? listFoldAngles({ replay: open.replay }) : []),
    findHelps(search) {
      const now = shapedNow(open);
      if (!now) return { scans: [], helps: [] };
      const { plan, replay, shaped, sideMm } = now;
      const ask = poseAsk(plan, replay, sideMm);
      return findHelps(search, { replay, steps: plan.shaping, sideMm }, shaped, ask);
    },
  };
}
