import type { Assignment, CreasePattern } from '../creases/index.ts';

/** Layers of the drawing: one for each kind of line. */
const LAYERS: Record<Assignment, { readonly name: string; readonly colour: number; readonly line: string }> =
  {
    B: { name: 'EDGE', colour: 7, line: 'CONTINUOUS' },
    M: { name: 'MOUNTAIN', colour: 1, line: 'DASHDOT' },
    V: { name: 'VALLEY', colour: 3, line: 'DASHED' },
    U: { name: 'FOLDED', colour: 6, line: 'DASHDOT' },
    F: { name: 'CREASE', colour: 8, line: 'CONTINUOUS' },
  };

/** Patterns of the broken lines: lengths in mm, gaps below zero. */
const LINES = { DASHED: [6, -4], DASHDOT: [10, -3, 1.5, -3] } as const;

/**
 * A crease pattern as a DXF drawing (release 12, text), lengths in mm: `sideMm` is the shorter side of the sheet. Each
 * kind of line has a layer of its own.
 */
export function toPatternDxf(pattern: CreasePattern, sideMm: number): string {
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
    table('LAYER', Object.keys(LAYERS).length, () => {
      for (const { name, colour, line } of Object.values(LAYERS)) {
        put(0, 'LAYER');
        put(2, name);
        put(70, 0);
        put(62, colour);
        put(6, line);
      }
    });
  });
  section('ENTITIES', () => {
    for (const { a, b, assignment } of pattern.edges) {
      put(0, 'LINE');
      put(8, LAYERS[assignment].name);
      [pattern.vertices[a]!, pattern.vertices[b]!].forEach(([x, y], end) => {
        put(10 + end, round(x * sideMm));
        put(20 + end, round(y * sideMm));
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
