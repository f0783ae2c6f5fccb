import { type FlatState, toMeasures } from '../folded/index.ts';
import { type Line, type Point, apply, lineThrough, rotationAbout, sideOf } from '../geometry/index.ts';
import { toFigure } from '../units/index.ts';
import { alignmentsOf } from '../kinds/index.ts';
import { type LineRef, resolvePoint } from '../references/index.ts';
import {
  type Replay,
  type ReplayedStep,
  type Slip,
  contextAfter,
  replaySequence,
} from '../sequence/index.ts';

/** One end of the range of a step by taste: the whole sequence made with it. */
export interface TasteEnd {
  readonly end: 'least' | 'most';
  /** The model after the step, and after the last one. */
  readonly step: FlatState;
  readonly whole: FlatState;
  /** How much the model grows in width and height against what is wanted, in sheet sides. */
  readonly grows: readonly [number, number];
  /** Later steps (or the step itself) that fold as wanted and do not fold so. */
  readonly refused: readonly { readonly number: number; readonly text: string }[];
}

/**
 * A step by taste made at the least and at the most its range allows: with the crease so far nearer to the tip of the paper
 * that moves, or farther from it; where a limb is turned by an angle, by so much less or more. An end the folder has ruled
 * out is left out. Undefined where the step is exact or is folded without a line. Cost: two replays from the step on.
 */
export function tasteEnds(replay: Replay, number: number): TasteEnd[] | undefined {
  const own = replay.steps[number - 1];
  if (!own || own.refusal || own.step.tolerance.kind !== 'taste') return undefined;
  const { share, sided } = own.step.tolerance;
  const [ref] = alignmentsOf(own.move);
  if (!ref || !own.trace || share === 0) return undefined;
  const before = new Set(replay.steps.flatMap((s) => (s.refusal ? [s.number] : [])));
  const wanted = toMeasures(lastOf(replay));
  return (['least', 'most'] as const)
    .filter((end) => sided === undefined || (sided === 'less') === (end === 'least'))
    .map((end): TasteEnd => {
      const slip = slipTo(own, ref, replay, end === 'least' ? share : -share);
      const made = replaySequence(replay.sequence, replay, slip);
      const whole = lastOf(made);
      const is = toMeasures(whole);
      return {
        end,
        step: made.steps[number - 1]!.after,
        whole,
        grows: [is.width - wanted.width, is.height - wanted.height],
        refused: made.steps.flatMap((s) =>
          s.refusal && !before.has(s.number) ? [{ number: s.number, text: s.refusal.text }] : [],
        ),
      };
    });
}

/** What an end of the range comes to: what no longer folds, or how much larger the model gets; in mm of the sheet chosen. */
export function sayTasteEnd({ end, grows, refused }: TasteEnd, sideMm: number | undefined): string {
  const [first, ...more] = refused;
  if (first) {
    const also = more.length > 0 ? ` (and ${more.length} more)` : '';
    return `At the ${end} step ${first.number} does not fold${also}: ${first.text}`;
  }
  const sizes = (['wide', 'high'] as const).flatMap((way, i) => {
    const mm = grows[i]! * (sideMm ?? 0);
    return Math.abs(mm) < LEAST_SAID
      ? []
      : [`${toFigure(Math.abs(mm), 1)} mm ${mm > 0 ? MORE[way] : LESS[way]}`];
  });
  const size =
    sizes.length > 0
      ? `; the model is ${sizes.join(' and ')}`
      : sideMm === undefined
        ? ''
        : '; the model keeps its size';
  return `At the ${end} every step folds${size}.`;
}

/** Less than this is not seen, in mm. */
const LEAST_SAID = 0.3;
const MORE = { wide: 'wider', high: 'taller' } as const;
const LESS = { wide: 'narrower', high: 'lower' } as const;

const lastOf = (replay: Replay): FlatState => replay.steps.at(-1)?.after ?? replay.start;

/** A crease that turns about a point turns by no more than this: beyond, the limb would pass by where it lay. */
const MOST_DEGREES = 30;

/** Moves all lines of the step alike; a share above 0 moves them towards the paper that moves. */
function slipTo(step: ReplayedStep, ref: LineRef, replay: Replay, share: number): Slip {
  const { line, from } = step.trace!;
  const towards = Math.sign(sideOf(line, from)) || 1;
  const about = turnedAbout(ref, step, replay);
  return {
    step: step.number,
    moved: (own: Line) => {
      if (!about)
        return {
          ...own,
          offset:
            own.offset +
            own.normal[0] * line.normal[0] * towards * share +
            own.normal[1] * line.normal[1] * towards * share,
        };
      const reach = Math.hypot(from[0] - about[0], from[1] - about[1]);
      const radians = Math.asin(Math.min(1, Math.abs(share) / Math.max(reach, Math.abs(share))));
      const degrees = Math.min(MOST_DEGREES, (radians * 180) / Math.PI);
      // Turned towards the paper that moves, the limb turns less.
      const nearer = turned(own, about, degrees);
      const isNearer = Math.abs(sideOf(nearer, from)) < Math.abs(sideOf(own, from));
      return isNearer === share > 0 ? nearer : turned(own, about, -degrees);
    },
  };
}

/** The place a limb turns about, in the model before the step; undefined for lines found in another way. */
function turnedAbout(ref: LineRef, step: ReplayedStep, replay: Replay): Point | undefined {
  if (ref.kind !== 'turned') return undefined;
  const at = resolvePoint(ref.at, contextAfter(replay, step.number - 1));
  return at.ok ? at.value.model : undefined;
}

function turned(line: Line, about: Point, degrees: number): Line {
  const turn = rotationAbout(about, degrees);
  const foot: Point = [
    about[0] - line.normal[0] * sideOf(line, about),
    about[1] - line.normal[1] * sideOf(line, about),
  ];
  const along: Point = [foot[0] - line.normal[1], foot[1] + line.normal[0]];
  return lineThrough(apply(turn, foot), apply(turn, along))!;
}
