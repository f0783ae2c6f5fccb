import type { Point } from '../geometry/index.ts';
import {
  type FoldDocument,
  type LineDrawing,
  MOST_LINES_READ,
  type SaidOrder,
  readDxfLines,
  readFaceOrders,
  readFold,
  readSvgLines,
} from '../formats/index.ts';
import { type Issue, type Outcome, done, failed } from '../outcome/index.ts';

/** A pattern from outside as lines, with what its file says beside them. */
export interface Incoming {
  readonly drawing: LineDrawing;
  readonly designer: string;
  /** Faces by their corners in the file's unit, and which lies above which. */
  readonly said: {
    readonly faces: readonly (readonly Point[])[];
    readonly orders: SaidOrder['orders'];
  } | null;
}

const MM: Readonly<Record<string, number>> = { mm: 1, cm: 10, m: 1000, in: 25.4, pt: 25.4 / 72 };

/** Reads a pattern file. Fails with one sentence: what, where, the limit, the remedy. */
export function readIncoming(kind: 'fold' | 'svg' | 'dxf', text: string): Outcome<Incoming, Issue[]> {
  if (kind !== 'fold') {
    const read = kind === 'svg' ? readSvgLines(text) : readDxfLines(text);
    return read.ok ? done({ drawing: read.value, designer: '', said: null }) : read;
  }
  const read = readFold(text);
  if (!read.ok) return read;
  const count = read.value.input.edges.length;
  if (count > MOST_LINES_READ)
    return failed([
      {
        path: 'edges_vertices',
        text: `The file has ${count} edges, and at most ${MOST_LINES_READ} are read; take a part of it.`,
      },
    ]);
  return done(fromFold(read.value));
}

function fromFold(file: FoldDocument): Incoming {
  const { input, precision, raw } = file;
  const letters = [...new Set(input.edges.map((e) => e.assignment))];
  const said = readFaceOrders(file);
  const words = (value: unknown): string => (typeof value === 'string' ? value.trim().slice(0, 80) : '');
  return {
    drawing: {
      looks: letters.map((letter) => ({ ink: null, dash: 'solid', layer: letter, isFilled: false })),
      lines: input.edges.flatMap((e) => {
        const [from, to] = [input.vertices[e.a], input.vertices[e.b]];
        return from && to && Math.hypot(from[0] - to[0], from[1] - to[1]) > 0
          ? [{ from, to, look: letters.indexOf(e.assignment) }]
          : [];
      }),
      precision,
      mmPerUnit: MM[words(raw.frame_unit)] ?? null,
      title: words(raw.file_title) || words(raw.frame_title).replace(/^crease pattern$/, ''),
      isDownward: false,
      leftOut: {},
    },
    designer: words(raw.file_author),
    said: said
      ? { faces: said.faces.map((f) => f.map((v) => input.vertices[v]!)), orders: said.orders }
      : null,
  };
}
