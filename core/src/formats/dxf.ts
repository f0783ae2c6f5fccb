import type { Assignment, CreasePattern } from '../creases/index.ts';
import type { Point } from '../geometry/index.ts';
import type { Cut, Cutting, StockSize } from '../paper/index.ts';

interface Layer {
  readonly name: string;
  readonly colour: number;
  readonly line: string;
}

interface DrawnLine {
  readonly layer: string;
  /** In mm. */
  readonly from: Point;
  readonly to: Point;
}

/** Layers of the drawing: one for each kind of line. */
const LAYERS: Record<Assignment, Layer> = {
  B: { name: 'EDGE', colour: 7, line: 'CONTINUOUS' },
  M: { name: 'MOUNTAIN', colour: 1, line: 'DASHDOT' },
  V: { name: 'VALLEY', colour: 3, line: 'DASHED' },
  U: { name: 'FOLDED', colour: 6, line: 'DASHDOT' },
  F: { name: 'CREASE', colour: 8, line: 'CONTINUOUS' },
};

const CUTTING_LAYERS: Record<'stock' | Cut['what'], Layer> = {
  stock: { name: 'STOCK', colour: 7, line: 'CONTINUOUS' },
  trim: { name: 'TRIM', colour: 8, line: 'DASHED' },
  strip: { name: 'STRIP', colour: 5, line: 'CONTINUOUS' },
  piece: { name: 'PIECE', colour: 3, line: 'CONTINUOUS' },
  diagonal: { name: 'DIAGONAL', colour: 1, line: 'CONTINUOUS' },
};

/** Patterns of the broken lines: lengths in mm, gaps below zero. */
const LINES = { DASHED: [6, -4], DASHDOT: [10, -3, 1.5, -3] } as const;

/**
 * A crease pattern as a DXF drawing (release 12, text), lengths in mm: `sideMm` is the shorter side of the sheet. Each
 * kind of line has a layer of its own.
 */
export function toPatternDxf({ vertices, edges }: CreasePattern, sideMm: number): string {
  const inMm = ([x, y]: Point): Point => [x * sideMm, y * sideMm];
  return writeDxf(
    Object.values(LAYERS),
    edges.map(({ a, b, assignment }) => ({
      layer: LAYERS[assignment].name,
      from: inMm(vertices[a]!),
      to: inMm(vertices[b]!),
    })),
  );
}

/** Lines in mm, each named by its assignment, as a DXF drawing with a layer for each kind. */
export function toLinesDxf(
  lines: readonly { readonly from: Point; readonly to: Point; readonly assignment: Assignment }[],
): string {
  return writeDxf(
    Object.values(LAYERS),
    lines.map(({ from, to, assignment }) => ({ layer: LAYERS[assignment].name, from, to })),
  );
}

/** A cutting plan as a DXF drawing in mm, the stock sheet from the origin: its border, then the cuts, kind by kind. */
export function toCuttingDxf({ cuts }: Cutting, { widthMm: w, heightMm: h }: StockSize): string {
  const border: readonly Point[] = [
    [0, 0],
    [w, 0],
    [w, h],
    [0, h],
  ];
  return writeDxf(Object.values(CUTTING_LAYERS), [
    ...border.map((from, i) => ({ layer: CUTTING_LAYERS.stock.name, from, to: border[(i + 1) % 4]! })),
    ...cuts.map((c) => ({ layer: CUTTING_LAYERS[c.what].name, from: c.from, to: c.to })),
  ]);
}

function writeDxf(layers: readonly Layer[], lines: readonly DrawnLine[]): string {
  const out: (string | number)[] = [];
  const put = (code: number, value: string | number): void => void out.push(code, value);
  const section = (name: string, body: () => void): void => {
    put(0, 'SECTION');
    put(2, name);
    body();
    put(0, 'ENDSEC');
  };
  const table = (name: string, count: number, body: () => void): void => {
    put(0, 'TABLE');
    put(2, name);
    put(70, count);
    body();
    put(0, 'ENDTAB');
  };
  section('HEADER', () => {
    put(9, '$ACADVER');
    put(1, 'AC1009');
  });
  section('TABLES', () => {
    table('LTYPE', 3, () => {
      lineType('CONTINUOUS', [], put);
      for (const [name, dashes] of Object.entries(LINES)) lineType(name, dashes, put);
    });
    table('LAYER', layers.length, () => {
      for (const { name, colour, line } of layers) {
        put(0, 'LAYER');
        put(2, name);
        put(70, 0);
        put(62, colour);
        put(6, line);
      }
    });
  });
  section('ENTITIES', () => {
    for (const { layer, from, to } of lines) {
      put(0, 'LINE');
      put(8, layer);
      [from, to].forEach(([x, y], end) => {
        put(10 + end, round(x));
        put(20 + end, round(y));
        put(30 + end, 0);
      });
    }
  });
  put(0, 'EOF');
  return `${out.join('\n')}\n`;
}

function lineType(
  name: string,
  dashes: readonly number[],
  put: (code: number, value: string | number) => void,
): void {
  put(0, 'LTYPE');
  put(2, name);
  put(70, 0);
  put(3, '');
  put(72, 65);
  put(73, dashes.length);
  put(
    40,
    dashes.reduce((sum, d) => sum + Math.abs(d), 0),
  );
  for (const d of dashes) put(49, d);
}

const round = (v: number): string => String(Number(v.toFixed(6)));
