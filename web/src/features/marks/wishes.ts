import type { MarkWish } from '@jade/core/ways';
import { readLength } from '@jade/core/units';

/** "3/11": both numbers, or undefined where it is no fraction between 0 and 1. */
function readFraction(text: string): { top: number; bottom: number } | undefined {
  const parts = /^\s*(\d{1,3})\s*\/\s*(\d{1,3})\s*$/.exec(text);
  if (!parts) return undefined;
  const [top, bottom] = [Number(parts[1]), Number(parts[2])];
  return top > 0 && top < bottom ? { top, bottom } : undefined;
}

/** A share of an edge as written: a fraction where it is one, any expression otherwise, a length by the sheet's side. */
export function shareWish(edge: string, text: string, edgeMm: number): MarkWish {
  const fraction = readFraction(text);
  return fraction ? { edge, ...fraction } : { kind: 'share', edge, share: toShare(text, edgeMm) };
}

/** A coordinate as written: in sheet sides, or a length with its unit. */
export function toShare(text: string, sideMm: number): string | number {
  const trimmed = text.trim();
  if (!/(mm|cm|in|")\s*$/i.test(trimmed)) return trimmed;
  const read = readLength(trimmed);
  return read.ok ? read.value / sideMm : trimmed;
}

/** A wish in a few words, as it stands in lists. */
export function sayWish(wish: MarkWish): string {
  if (!('kind' in wish)) return `${wish.top}/${wish.bottom} of ${wish.edge}`;
  const short = (v: string | number): string =>
    typeof v === 'number' ? String(Math.round(v * 1e4) / 1e4) : v;
  switch (wish.kind) {
    case 'share':
      return `${short(wish.share)} of ${wish.edge}`;
    case 'point':
      return `place (${wish.at.map(short).join(', ')})`;
    case 'crease':
      return `line from (${wish.from.map(short).join(', ')}) to (${wish.to.map(short).join(', ')})`;
    case 'line':
      return `${short(wish.degrees)}° through (${wish.through.map(short).join(', ')})`;
  }
}
