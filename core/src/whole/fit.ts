import { type EdgeProfile, type Pocket, type PocketFault, findPocket, profileFrom } from '../folded/index.ts';
import {
  type Isometry,
  type Point,
  add,
  apply,
  between,
  compose,
  cross,
  distance,
  rotationAbout,
  scale,
  subtract,
} from '../geometry/index.ts';
import { done } from '../outcome/index.ts';
import type { Fit, PieceId } from '../plan/index.ts';
import { Reader, readOrRefuse } from '../references/index.ts';
import { contextAfter } from '../sequence/index.ts';
import { type FoldedPiece, endOf } from './piece.ts';

/** Why two pieces cannot be put together here. */
export interface FitFault {
  readonly id: string;
  readonly name: string;
  readonly fault: 'no piece' | 'no place' | PocketFault;
  /** In a sentence, where a place is gone. */
  readonly text?: string;
}

/** snug: within half a millimetre; loose: with more room than holds it. */
export type FitVerdict = 'snug' | 'fits' | 'loose' | 'too tight' | 'too deep' | 'edges differ' | 'laid on';

/** How two pieces go together; lengths in mm. */
export interface FitReading {
  readonly id: string;
  readonly name: string;
  readonly kind: Fit['kind'];
  readonly tab: { readonly piece: PieceId; readonly name: string };
  readonly mouth: { readonly piece: PieceId; readonly name: string };
  readonly verdict: FitVerdict;
  /**
   * What is left of the mouth at its narrowest when the tab is in, its thickness taken off: negative where it is too tight. Of
   * edges laid together, by how much the mouth's edge is longer.
   */
  readonly slackMm: number;
  /** How far behind the mouth that is. */
  readonly atMm: number;
  readonly tabMm: number;
  readonly mouthMm: number;
  readonly thicknessMm: number;
  /** How deep the pocket is; missing where there is none. */
  readonly pocketMm?: number;
  /** Where along the mouth it lies in the middle of its room. */
  readonly bestShiftMm: number;
  /** Sheet sides with which it would be snug: one or the other. */
  readonly sheets: readonly { readonly piece: PieceId; readonly name: string; readonly sideMm: number }[];
  readonly glue?: GlueReading;
}

export interface GlueReading {
  /** Of the tab that lies on the other piece, and what the dots cover of it. */
  readonly overlapMm2: number;
  readonly dotsMm2: number;
  /** Dots of so much more than a third of the overlap come out at its sides (rule of thumb). */
  readonly isTooMuch: boolean;
}

/** A fit with what it was read from. */
export interface ReadFit {
  readonly reading: FitReading;
  readonly tab: FoldedPiece;
  readonly mouth: FoldedPiece;
  readonly pocket: Pocket | undefined;
  /** From the tab's flat model to the mouth's, in mm. */
  readonly placed: Isometry;
  /** The middle of the tab's edge on its flat model, and a little inside it; in mm. */
  readonly tabMiddle: Point;
  readonly inward: Point;
  /** The same of the mouth. */
  readonly mouthMiddle: Point;
  readonly mouthInward: Point;
  readonly fit: Fit;
}

/** Within so much a fit is snug: what a good eye sees. */
export const SNUG_MM = 0.5;
/** With more room than this it slides about (rule of thumb). */
export const LOOSE_MM = 2;
/** Glue covers a third of what lies together at most, so that none comes out (rule of thumb). */
const GLUE_SHARE = 1 / 3;

interface Edge {
  readonly sheet: readonly [Point, Point];
  readonly model: readonly [Point, Point];
}

function edgeOf(piece: FoldedPiece, ends: Fit['tab']['ends']): Edge | string {
  const reader = new Reader(contextAfter(piece.replay), (line) => line);
  const read = readOrRefuse(() =>
    done({
      sheet: reader.pair(ends),
      model: [reader.place(ends[0]), reader.place(ends[1])] as [Point, Point],
    }),
  );
  return read.ok ? read.value : read.fault.text;
}

/** Reads how one fit goes together on the flat forms of its two pieces; quick, without sheets that would be snug. */
export function readFit(fit: Fit, pieces: readonly FoldedPiece[], isQuick = false): ReadFit | FitFault {
  const failed = (fault: FitFault['fault'], text?: string): FitFault => ({
    id: fit.id,
    name: fit.name,
    fault,
    ...(text === undefined ? {} : { text }),
  });
  const [tab, mouth] = [fit.tab, fit.mouth].map((side) => pieces.find((p) => p.id === side.piece));
  if (!tab || !mouth || tab === mouth) return failed('no piece');
  const [own, other] = [edgeOf(tab, fit.tab.ends), edgeOf(mouth, fit.mouth.ends)];
  if (typeof own === 'string') return failed('no place', own);
  if (typeof other === 'string') return failed('no place', other);
  const middle = between(...own.model, 0.5);
  const turned = rotationAbout(middle, -fit.degrees);
  const [from, to] = own.model.map((p) => apply(turned, p)) as [Point, Point];
  if (distance(from, to) < 1e-6 || distance(...other.model) < 1e-6) return failed('no place');
  const profile = profileFrom(endOf(tab), from, to, tab.map);
  const pocket = fit.kind === 'pocket' ? findPocket(endOf(mouth), other.sheet, mouth.map) : undefined;
  if (typeof pocket === 'string') return failed(pocket);
  const target = pocket
    ? { from: pocket.from, to: pocket.to, inward: pocket.inward }
    : {
        from: other.model[0],
        to: other.model[1],
        inward: profileFrom(endOf(mouth), ...other.model, mouth.map).inward,
      };
  const sideOfTab = cross(subtract(to, from), profile.inward) > 0 ? 1 : -1;
  const sideOfMouth = cross(subtract(target.to, target.from), target.inward) > 0 ? 1 : -1;
  const judge: Judge = {
    fit,
    profile,
    pocket,
    edgeLength: distance(from, to),
    mouthLength: distance(target.from, target.to),
    // Turned in the plane, never over: the tab's edge runs against the mouth's where their insides are alike.
    sign: sideOfTab === sideOfMouth ? -1 : 1,
  };
  const [tabSide, mouthSide] = [tab.posed.sideMm, mouth.posed.sideMm];
  const room = roomOf(judge, tabSide, mouthSide, tab.material.caliperMm);
  const tabMiddle = scale(middle, tabSide);
  const mouthMiddle = scale(between(target.from, target.to, 0.5), mouthSide);
  const along = scale(subtract(target.to, target.from), 1 / judge.mouthLength);
  const reading: FitReading = {
    id: fit.id,
    name: fit.name,
    kind: fit.kind,
    tab: { piece: tab.id, name: tab.name },
    mouth: { piece: mouth.id, name: mouth.name },
    ...room,
    sheets: isQuick ? [] : sheetsFor(judge, tab, mouth, room),
    ...(fit.glue ? { glue: glueOf(fit.glue, judge, tabSide) } : {}),
  };
  // The tab's inside looks away from the mouth's.
  const bearing = (p: Point): number => (Math.atan2(p[1], p[0]) * 180) / Math.PI;
  const turn = bearing(scale(target.inward, -1)) - bearing(profile.inward) - fit.degrees;
  const goal = add(add(mouthMiddle, scale(target.inward, fit.depthMm)), scale(along, fit.shiftMm));
  const spin = rotationAbout(tabMiddle, turn);
  const shift = subtract(goal, tabMiddle);
  const placed = compose({ a: 1, b: 0, c: 0, d: 1, tx: shift[0], ty: shift[1] }, spin);
  return {
    reading,
    tab,
    mouth,
    pocket,
    placed,
    tabMiddle,
    inward: profile.inward,
    mouthMiddle,
    mouthInward: target.inward,
    fit,
  };
}

interface Judge {
  readonly fit: Fit;
  readonly profile: EdgeProfile;
  readonly pocket: Pocket | undefined;
  readonly edgeLength: number;
  readonly mouthLength: number;
  readonly sign: 1 | -1;
}

type RoomRead = Pick<
  FitReading,
  'verdict' | 'slackMm' | 'atMm' | 'tabMm' | 'mouthMm' | 'thicknessMm' | 'pocketMm' | 'bestShiftMm'
>;

/** Beside a corner of the room widths may jump: looked at so far on either side of it, in mm. */
const BESIDE_MM = 1e-4;
/** Corners are looked at so far apart at least; farther while a sheet is searched for, which is then read closely. */
const CLOSE_MM = 0.02;
const SEARCH_MM = 0.5;

/**
 * What room the tab has. Slid straight in, whatever lies at a depth behind the mouth is passed by all that lies nearer to the
 * tab's edge: at each depth the widest of that has to go between both ends of the opening, and it all moves together. Widths
 * run straight between the corners of pocket and tab, so only those are looked at.
 */
function roomOf(
  judge: Judge,
  tabSide: number,
  mouthSide: number,
  caliperMm: number,
  apartMm = CLOSE_MM,
): RoomRead {
  const { fit, profile, pocket, edgeLength, mouthLength, sign } = judge;
  const { depthMm } = fit;
  const layers = profile.layersWithin(Math.max(depthMm, 0.5) / tabSide);
  const base = {
    tabMm: edgeLength * tabSide,
    mouthMm: mouthLength * mouthSide,
    thicknessMm: layers * caliperMm,
  };
  if (!pocket) {
    const slackMm = base.mouthMm - base.tabMm;
    const verdict =
      fit.kind === 'laid on'
        ? ('laid on' as const)
        : Math.abs(slackMm) <= SNUG_MM
          ? ('snug' as const)
          : ('edges differ' as const);
    return { ...base, verdict, slackMm, atMm: 0, bestShiftMm: fit.shiftMm };
  }
  const pocketMm = pocket.depth * mouthSide;
  const deep = Math.min(depthMm, pocketMm);
  const corners = [
    0,
    deep,
    ...pocket.depths.map((d) => d * mouthSide),
    ...profile.depths.map((d) => depthMm - d * tabSide),
  ]
    .filter((d) => d >= 0 && d <= deep)
    .sort((a, b) => a - b)
    // Corners nearer to each other than a hand can tell count once.
    .reduce<number[]>((kept, d) => (d - (kept.at(-1) ?? -1) < apartMm ? kept : [...kept, d]), [])
    .flatMap((d) => [d - BESIDE_MM, d + BESIDE_MM])
    .filter((d) => d >= 0 && d <= deep);
  let [low, high, narrowest, atMm] = [-Infinity, Infinity, Infinity, 0];
  for (const at of [...corners, 0]) {
    const opening = pocket.openingAt(at / mouthSide + 1e-9);
    const into = Math.max(depthMm - at, BESIDE_MM) / tabSide;
    const own = profile.within(into);
    if (!own) continue;
    if (!opening) {
      // It closes here before the tab's edge is where it shall be.
      if (at < deep - 2 * BESIDE_MM) [narrowest, atMm] = [-own.to * tabSide, at];
      continue;
    }
    // Both from the middle of mouth and edge, along the mouth.
    const ends = [own.from, own.to].map((x) => sign * (x - edgeLength / 2) * tabSide);
    const [left, right] = [Math.min(...ends), Math.max(...ends)];
    const more = profile.girthWithin(into, caliperMm / tabSide) * tabSide - (right - left);
    const [from, to] = [opening.from, opening.to].map((x) => (x - mouthLength / 2) * mouthSide) as [
      number,
      number,
    ];
    low = Math.max(low, from - left + more / 2);
    high = Math.min(high, to - right - more / 2);
    const free = to - from - (right - left) - more;
    if (free < narrowest) [narrowest, atMm] = [free, at];
  }
  // The ends of the room may lie askew: what is left between them counts.
  const slackMm = Math.min(narrowest, high - low);
  const verdict: FitVerdict =
    depthMm > pocketMm + 0.05
      ? 'too deep'
      : slackMm < 0
        ? 'too tight'
        : slackMm <= SNUG_MM
          ? 'snug'
          : slackMm <= LOOSE_MM
            ? 'fits'
            : 'loose';
  return { ...base, verdict, slackMm, atMm, pocketMm, bestShiftMm: (low + high) / 2 };
}

/** Room that is aimed at where a sheet is offered, in mm. */
const AIM_MM = SNUG_MM / 2;
const MOST_LOOKS = 30;
const NEAR_MM = 0.01;

/** Where a rising function is 0 between two places, by the false position method, each end weighed less that stays (Illinois). */
function rootOf(rising: (at: number) => number, from: number, to: number): number | undefined {
  let [low, high, atLow, atHigh] = [from, to, rising(from), rising(to)];
  if (atLow > 0 || atHigh < 0) return undefined;
  for (let i = 0, stayed = 0; i < MOST_LOOKS && high - low > NEAR_MM; i++) {
    const next = atHigh === atLow ? (low + high) / 2 : low - (atLow * (high - low)) / (atHigh - atLow);
    const value = rising(next);
    if (Math.abs(value) < NEAR_MM) return next;
    if (value < 0) {
      [low, atLow] = [next, value];
      if (stayed > 0) atHigh /= 2;
      stayed = 1;
    } else {
      [high, atHigh] = [next, value];
      if (stayed < 0) atLow /= 2;
      stayed = -1;
    }
  }
  return high;
}

/** Sides of either sheet, to a tenth of a millimetre, with which the two are snug; none where no side does it. */
function sheetsFor(judge: Judge, tab: FoldedPiece, mouth: FoldedPiece, now: RoomRead): FitReading['sheets'] {
  if (judge.fit.kind === 'laid on' || now.verdict === 'snug') return [];
  const [tabSide, mouthSide, { caliperMm }] = [tab.posed.sideMm, mouth.posed.sideMm, tab.material];
  const slackAt = (a: number, b: number): number => roomOf(judge, a, b, caliperMm, SEARCH_MM).slackMm;
  return [
    { piece: tab, own: tabSide, slack: (side: number) => -slackAt(side, mouthSide), aim: -AIM_MM },
    { piece: mouth, own: mouthSide, slack: (side: number) => slackAt(tabSide, side), aim: AIM_MM },
  ].flatMap(({ piece, own, slack, aim }) => {
    const goal = judge.fit.kind === 'edges' ? 0 : aim;
    const side = rootOf((at) => slack(at) - goal, own / 5, own * 5);
    if (side === undefined) return [];
    const sideMm = Math.round(side * 10) / 10;
    const got = roomOf(
      judge,
      piece === tab ? sideMm : tabSide,
      piece === mouth ? sideMm : mouthSide,
      caliperMm,
    );
    return got.verdict === 'snug' ? [{ piece: piece.id, name: piece.name, sideMm }] : [];
  });
}

/** What lies together: the tab's edge by how far it goes past the mouth. */
function glueOf(glue: NonNullable<Fit['glue']>, { fit, edgeLength }: Judge, tabSide: number): GlueReading {
  const overlapMm2 = edgeLength * tabSide * fit.depthMm;
  const dotsMm2 = glue.dots * Math.PI * (glue.diameterMm / 2) ** 2;
  return { overlapMm2, dotsMm2, isTooMuch: dotsMm2 > overlapMm2 * GLUE_SHARE };
}
