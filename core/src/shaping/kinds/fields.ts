import { z } from 'zod';
import { type LineRef, type PointRef, lineRefSchema, pointRefSchema } from '../../references/index.ts';
import type { Amount, ShapingMap, Shaping } from './spec.ts';

/** What every part that is moved about a line has. */
export const partFields = (mostDegrees: number) => ({
  line: lineRefSchema,
  /** A place on the line; only the run of paper round it is folded. */
  at: pointRefSchema.nullable().default(null),
  /** Points of the part that moves; every layer that hangs together with one of them goes along. */
  flap: z.array(pointRefSchema).min(1).max(12),
  /** Every layer that lies there goes along, or only what hangs together with the part. */
  everyLayer: z.boolean().default(false),
  /** A point of the plate the line is laid on, where it is not the last on the way to the part. */
  plate: pointRefSchema.nullable().default(null),
  /** Towards the viewer of the flat model where positive. */
  degrees: z.number().min(-mostDegrees).max(mostDegrees),
  /** What it may be, where it is to taste. */
  least: z.number().min(-mostDegrees).max(mostDegrees).nullable().default(null),
  most: z.number().min(-mostDegrees).max(mostDegrees).nullable().default(null),
});

interface Part {
  readonly line: LineRef;
  readonly at: PointRef | null;
  readonly flap: readonly PointRef[];
  readonly plate: PointRef | null;
  readonly everyLayer: boolean;
  readonly degrees: number;
  readonly least: number | null;
  readonly most: number | null;
}

export const mapPart = <P extends Part>(
  part: P,
  { point, line, behind }: Pick<ShapingMap, 'point' | 'line' | 'behind'>,
): P => {
  const turn = (v: number | null): number | null => (v === null ? null : behind ? -v : v);
  return {
    ...part,
    line: line(part.line),
    at: part.at && point(part.at),
    flap: part.flap.map(point),
    plate: part.plate && point(part.plate),
    degrees: turn(part.degrees)!,
    least: turn(behind ? part.most : part.least),
    most: turn(behind ? part.least : part.most),
  };
};

/** The references of a part, read. */
export const readPart = (part: Part, { read, step, keeps }: Shaping) => ({
  line: read.line(part.line),
  flap: read.papers(part.flap),
  ...(part.at ? { at: read.place(part.at) } : {}),
  ...(part.everyLayer ? { everyLayer: true } : {}),
  ...(part.plate ? { plate: read.paper(part.plate) } : {}),
  degrees: part.degrees * keeps,
  step,
});

export const amountOf = ({ degrees, least, most }: Part): Amount => ({ degrees, least, most });
export const withDegrees = <P extends Part>(part: P, degrees: number): P => ({ ...part, degrees });

/** "by 15° towards you", with the range where there is one. */
export const sayAmount = (part: Part): string =>
  `${part.everyLayer ? 'with every layer there ' : ''}${sayRange(part)} ${part.degrees >= 0 ? 'towards you' : 'away from you'}`;

/** "by 30° to the left", as seen from where it begins. */
export const sayTurning = (part: Part): string =>
  `${sayRange(part)} to the ${part.degrees >= 0 ? 'left' : 'right'}`;

/** "by 15°", with the range where there is one. */
export function sayRange({ degrees, least, most }: Pick<Part, 'degrees' | 'least' | 'most'>): string {
  const size = (v: number): string => `${Math.round(Math.abs(v) * 10) / 10}°`;
  const range =
    least !== null || most !== null
      ? ` (${[least ?? degrees, most ?? degrees]
          .sort((a, b) => Math.abs(a) - Math.abs(b))
          .map(size)
          .join(' to ')})`
      : '';
  return `by ${size(degrees)}${range}`;
}
