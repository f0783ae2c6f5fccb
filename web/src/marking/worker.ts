import * as Comlink from 'comlink';
import { beginWorker } from '../workers/index.ts';
import { buildEffort } from '@jade/core/effort';
import { drawStep } from '@jade/core/drawing';
import { canDeepen, deepen } from '@jade/core/alignments';
import { judgeSequence, mostReplays, type WholeAccuracy } from '@jade/core/slips';
import { divideEdge, findWays, judgeConstruction, judgeDivision } from '@jade/core/ways';
import { type Replay, nameSteps, replaySequence, sayStep } from '@jade/core/sequence';
import type { SheetShape } from '@jade/core/sheet';
import type { Answer, DivideRequest, MarkWay, PartsWay, WaysRequest, WholeRequest } from './types.ts';

const marker = {
  /** Ways in the table as deep as it is, and whether a deeper one could still be built. */
  find(request: WaysRequest): { readonly answer: Answer<MarkWay>; readonly canDeepen: boolean } {
    return { answer: waysTo(request), canDeepen: canDeepen(request.sheet) };
  },
  /** Builds the deeper table of a sheet and keeps it; `onShare` hears how much is done. */
  deepen(sheet: SheetShape, onShare: (share: number) => void): void {
    deepen(sheet, onShare);
  },
  /** The folder's slips carried through a whole sequence. */
  judge({ sequence, pairs, sigma }: WholeRequest, onShare: (share: number) => void): WholeAccuracy | null {
    const replay = replaySequence(sequence);
    const effort = buildEffort(mostReplays(replay), onShare);
    return judgeSequence({ replay, pairs, sigma }, effort) ?? null;
  },
  /** Ways to divide an edge into equal parts, the schools side by side. */
  divide(request: DivideRequest): Answer<PartsWay> {
    const { edge, other, prefix } = request;
    const one = divideOne(request, edge, prefix);
    if (other === null || 'fault' in one) return one;
    const second = divideOne(request, other, `${prefix}-${other}`);
    if ('fault' in second) return second;
    return {
      ways: one.ways.flatMap((way): PartsWay[] => {
        const match = second.ways.find((w) => w.id === way.id);
        return match ? [bothWays(way, match)] : [];
      }),
    };
  },
};
export type Marker = typeof marker;

function divideOne(
  { parts, clear, sheet, sideMm, sigma }: DivideRequest,
  edge: string,
  prefix: string,
): Answer<PartsWay> {
  const ask = { edge, parts, ...(clear ? { clear } : {}) };
  const found = divideEdge(sheet, ask, prefix);
  if (!found.ok) return { fault: found.fault };
  const ways = found.value.map((way): PartsWay => {
    const { replay, ...judged } = judgeDivision(way, ask, sheet, sideMm, sigma);
    const { id, title, how, exact, steps } = way;
    return { id, title, how, exact, steps, ...judged, pictures: filmOf(replay) };
  });
  return { ways };
}

/** Two divisions made one after the other: what they cost together, and the worse of their marks. */
function bothWays(one: PartsWay, other: PartsWay): PartsWay {
  const worse = other.errorMm > one.errorMm ? other : one;
  const before = worse === other ? one.steps.length : 0;
  return {
    ...one,
    title: one.title === other.title ? `${one.title}, both ways` : `${one.title}; across: ${other.title}`,
    exact: one.exact && other.exact,
    touches: one.touches || other.touches,
    creases: one.creases + other.creases,
    pinches: one.pinches + other.pinches,
    extra: one.extra + other.extra,
    missMm: Math.max(one.missMm, other.missMm),
    errorMm: worse.errorMm,
    worstMark: worse.worstMark,
    worstStep: worse.worstStep + before,
    steps: [...one.steps, ...other.steps],
    pictures: [...one.pictures, ...other.pictures],
  };
}

function waysTo({ wish, sheet, sideMm, sigma, prefix, nearMm, clear, both }: WaysRequest): Answer<MarkWay> {
  const found = findWays(sheet, wish, { prefix, near: nearMm / sideMm, both, ...(clear ? { clear } : {}) });
  if (!found.ok) return { fault: found.fault };
  const { target, ways } = found.value;
  const judgedWays = ways.map(({ id, title, how, exact, steps, touches, ...way }): MarkWay => {
    const construction = { id, title, how, exact, steps, ...way };
    const {
      replay,
      construction: _,
      ...judged
    } = judgeConstruction(construction, target, sheet, sideMm, sigma);
    return { id, title, how, exact, steps, touches, ...way, ...judged, pictures: filmOf(replay) };
  });
  // Of ways with the same number of creases the truer one first.
  const rankOf = (w: MarkWay): number => Number(w.touches) * 2 + Number(!w.exact);
  const offOf = (w: MarkWay): number => Math.hypot(w.errorMm, w.missMm);
  return {
    ways: judgedWays.sort((a, b) => rankOf(a) - rankOf(b) || a.creases - b.creases || offOf(a) - offOf(b)),
  };
}

/** A construction as a strip of pictures. */
function filmOf({ sequence, steps }: Replay): MarkWay['pictures'] {
  const names = nameSteps(sequence.steps);
  return steps.map((s) => ({
    sentence: `${sayStep(s.step, sequence)} ${s.step.note}`.trim(),
    // Pictures of the strip are too small to hold a circle beside the sheet.
    drawing: drawStep(s, names, { isEnlarged: false }),
  }));
}

beginWorker();
Comlink.expose(marker);
