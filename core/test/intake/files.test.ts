import { describe, expect, test } from '@jest/globals';
import { readDxfLines, readSvgLines } from '../../src/formats/index.ts';
import { guessMeaning, readIncoming, recognise } from '../../src/intake/index.ts';
import { rim, svgText } from './files.ts';

describe('what a file is', () => {
  test.each([
    ['a.fold', '{"vertices_coords":[]', 'fold'],
    ['pattern.json', '{"file_spec":1.2', 'fold'],
    ['plan.json', '{"format":"jade-kite-plan"', 'plan'],
    ['x.svg', '<?xml version="1.0"?><svg width="3">', 'svg'],
    ['x', '\uFEFF<svg>', 'svg'],
    ['x.txt', '0\r\nSECTION\r\n2', 'dxf'],
    ['x.dxf', '  0\nSECTION', 'dxf'],
    ['papers.csv', 'name,kind', 'drawer'],
    ['all.zip', 'PK\u0003\u0004', 'archive'],
  ])('%s beginning with %j is a %s', (name, head, kind) => {
    expect(recognise(name, head)).toBe(kind);
  });

  test.each([
    ['photo.png', '\u0089PNG', '"photo.png" is nothing this program knows.'],
    ['page.html', '<!doctype html><p>', '"page.html" is marked up, but no SVG drawing.'],
    ['', '', 'is empty.'],
  ])('%j is told to be nothing that can come in', (name, head, says) => {
    const found = recognise(name, head);
    expect(typeof found === 'object' && found.fault).toContain(says);
  });
});

describe('what lines most likely are', () => {
  const look = { ink: null, dash: 'solid', layer: '', isFilled: false } as const;
  test.each([
    [{ ...look, layer: 'Mountains' }, 'M'],
    [{ ...look, layer: 'valley folds', dash: 'chain' as const }, 'V'],
    [{ ...look, layer: 'Page frame' }, 'out'],
    [{ ...look, layer: 'EDGE' }, 'B'],
    [{ ...look, dash: 'dashed' as const, ink: '#ff0000' }, 'V'],
    [{ ...look, ink: '#e02020' }, 'M'],
    [{ ...look, ink: '#1030d0' }, 'V'],
    [{ ...look, ink: '#101010' }, 'B'],
    [{ ...look, ink: '#a0a0a0' }, 'F'],
    [{ ...look, ink: '#ff00ff' }, 'U'],
    [{ ...look, isFilled: true }, 'out'],
  ])('%j: %s', (own, meaning) => {
    expect(guessMeaning(own)).toBe(meaning);
  });
});

describe('units and what is no line', () => {
  test('a width in mm says how long a unit is; pixels do not', () => {
    const unitOf = (head: string) => {
      const read = readSvgLines(`<svg ${head}><line x1="0" y1="0" x2="9" y2="0"/></svg>`);
      return read.ok && read.value.mmPerUnit;
    };
    expect(unitOf('width="210mm" viewBox="0 0 420 600"')).toBe(0.5);
    expect(unitOf('width="8in" viewBox="0 0 8 8"')).toBe(25.4);
    expect(unitOf('width="700" viewBox="0 0 700 700"')).toBeNull();
  });

  test('a DXF says its unit by a code, its layers by name, and polylines are closed', () => {
    const dxf = [
      ...['0', 'SECTION', '2', 'HEADER', '9', '$INSUNITS', '70', '1', '0', 'ENDSEC'],
      ...['0', 'SECTION', '2', 'ENTITIES', '0', 'LWPOLYLINE', '8', 'RIM', '90', '4', '70', '1'],
      ...['10', '0', '20', '0', '10', '4', '20', '0', '10', '4', '20', '4', '10', '0', '20', '4'],
      ...['0', 'CIRCLE', '8', 'X', '10', '1', '20', '1', '40', '1', '0', 'ENDSEC', '0', 'EOF'],
    ].join('\n');
    const read = readDxfLines(dxf);
    if (!read.ok) throw new Error(read.fault[0]!.text);
    expect([read.value.mmPerUnit, read.value.lines.length, read.value.leftOut]).toEqual([
      25.4,
      4,
      { circle: 1 },
    ]);
    expect(read.value.looks.map((l) => l.layer)).toEqual(['RIM']);
  });

  test('a frame that is the pattern is found below a folded form, with what it inherits', () => {
    const flat = {
      frame_classes: ['creasePattern'],
      vertices_coords: [
        [0, 0],
        [1, 0],
        [1, 1],
        [0, 1],
      ],
      edges_vertices: [
        [0, 1],
        [1, 2],
        [2, 3],
        [3, 0],
      ],
      edges_assignment: ['B', 'B', 'B', 'B'],
    };
    const read = readIncoming(
      'fold',
      JSON.stringify({
        frame_classes: ['foldedForm'],
        vertices_coords: [[0, 0]],
        edges_vertices: [],
        file_frames: [flat],
      }),
    );
    expect(read.ok && read.value.drawing.lines.length).toBe(4);
    const { vertices_coords: _, ...rest } = flat;
    const inherits = {
      ...flat,
      frame_classes: ['foldedForm'],
      file_frames: [{ ...rest, frame_inherit: true, frame_parent: 0 }],
    };
    const second = readIncoming('fold', JSON.stringify(inherits));
    expect(second.ok && second.value.drawing.lines.length).toBe(4);
  });
});

describe('hostile and broken files get one sentence', () => {
  const deep = `<svg>${'<g>'.repeat(5000)}<line x1="0" y1="0" x2="1" y2="1"/>${'</g>'.repeat(5000)}</svg>`;
  const laughs = `<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;">]><svg><text>&b;</text></svg>`;
  const many = JSON.stringify({
    vertices_coords: Array.from({ length: 120_002 }, (_, i) => [i, i % 7]),
    edges_vertices: Array.from({ length: 120_001 }, (_, i) => [i, i + 1]),
  });
  test.each([
    ['fold', '{"vertices_coords":[[0,0],[1e308,1]],"edges_vertices":[[0,1]]}', 'coordinates go up to'],
    ['fold', '{"vertices_coords":[[0,0],["NaN",1]],"edges_vertices":[[0,1]]}', 'is not a pair of numbers'],
    [
      'fold',
      '{"vertices_coords":[[0,0],[1,1]],"edges_vertices":[[0,7]]}',
      'names a vertex that does not exist',
    ],
    ['fold', '{"vertices_coords":[[0,0,0],[1,1,3]],"edges_vertices":[[0,1]]}', 'folded form in space'],
    ['fold', '{"vertices_coords":[[0,0],[1,1]],"edges_vertices":[[0,1]],"edges_assignment":["C"]}', 'cut'],
    ['fold', '[', 'not JSON'],
    ['fold', many, 'at most'],
    [
      'fold',
      '{"frame_classes":["foldedForm"],"vertices_coords":[[0,0]],"edges_vertices":[[0,0]]}',
      'no crease pattern',
    ],
    ['svg', '<svg><line x1="0" y1="0" x2="1e300" y2="0"/></svg>', 'no number up to'],
    ['svg', '<svg><path d="M0 0 L nope"/></svg>', 'cannot be read'],
    ['svg', '<svg><script>alert(1)</script></svg>', 'no straight lines'],
    ['svg', laughs, 'no'],
    ['svg', deep, 'nested'],
    ['svg', '<svg><line', 'no SVG drawing'],
    ['dxf', '0\nSECTION\n2\nENTITIES\n0\nLINE\n8\n0\n10\nx', 'DXF'],
    ['dxf', 'AutoCAD Binary DXF\r\n', 'binary DXF'],
    ['dxf', '', 'DXF'],
  ] as const)('%s %#: %.60j', (kind, text, says) => {
    const read = readIncoming(kind, text);
    if (read.ok) throw new Error('it was read');
    expect(read.fault[0]!.text).toContain(says);
    expect(read.fault[0]!.text.length).toBeLessThan(300);
  });

  test('a drawing of 100,000 lines and more is refused, one below it is read', () => {
    const lines = Array.from({ length: 100_001 }, (_, i) => `<line x1="${i}" y1="0" x2="${i}" y2="5"/>`).join(
      '',
    );
    const read = readSvgLines(`<svg>${lines}</svg>`);
    expect(!read.ok && read.fault[0]!.text).toContain('more than 100000 lines');
    expect(readSvgLines(svgText(rim)).ok).toBe(true);
  });
});
