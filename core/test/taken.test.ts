import { describe, expect, test } from '@jest/globals';
import Papa from 'papaparse';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { readPageFonts } from '../fonts/index.ts';
import { collectPages, writeBooklet, writePattern } from '../src/booklet/index.ts';
import { buildCastPlans } from '../src/demo/index.ts';
import { buildArrangement, toMeasures, toOutline } from '../src/folded/index.ts';
import { areaOf, boundsOf } from '../src/geometry/index.ts';
import {
  diaryCsv,
  exportPlan,
  patternOptionsSchema,
  patternSvg,
  runsCsv,
  toBooklet,
  toPatternPages,
} from '../src/exporting/index.ts';
import { type Plan, buildPlan } from '../src/plan/index.ts';
import { replaySequence } from '../src/sequence/index.ts';

const cast = buildCastPlans();
const open = (plan: Plan) => ({
  plan,
  replay: replaySequence({ sheet: plan.sheet.shape, points: plan.points, steps: plan.steps }),
});
const asked = (creases: string, more: object = {}) => patternOptionsSchema.parse({ creases, ...more });

async function textOf(bytes: Uint8Array): Promise<string[]> {
  const pdf = await getDocument({ data: Uint8Array.from(bytes), verbosity: 0 }).promise;
  return Promise.all(
    Array.from({ length: pdf.numPages }, async (_, i) => {
      const { items } = await (await pdf.getPage(i + 1)).getTextContent();
      return items.map((t) => ('str' in t ? t.str : '')).join(' ');
    }),
  );
}

describe('templates at full size', () => {
  test('a strip has the marks of every edge where they are, each with its distance and its step', () => {
    const owl = open(cast.owl!);
    const made = toPatternPages(owl, 200, asked('strip'));
    if (!made.ok) throw new Error(made.fault.text);
    const { lines, labels, widthMm } = made.value;
    expect(widthMm).toBe(200);
    const ticks = lines.filter((l) => l.style === 'crease');
    expect(ticks.length).toBeGreaterThan(8);
    expect(labels!.filter((l) => /, from [A-D]$/.test(l.text))).toHaveLength(4);
    // The middle of AB is marked at 100 mm, and the label says so.
    expect(ticks.some((t) => Math.abs(t.from[0] - 100) < 1e-9)).toBe(true);
    expect(labels!.some((l) => l.text.startsWith('100 mm, step'))).toBe(true);
    for (const { from, to } of ticks) expect(from[0]).toBe(to[0]);
  });

  test('law: no two labels of a strip lie on each other while there is a line left', () => {
    for (const plan of Object.values(cast)) {
      const made = toPatternPages(open(plan), 300, asked('strip'));
      if (!made.ok) continue;
      const placed = made.value.labels!.map((l) => ({ x: l.at[0], y: l.at[1], wide: l.text.length * 1.5 }));
      const clashes = placed.filter((p, i) =>
        placed.slice(0, i).some((q) => Math.abs(p.y - q.y) < 3 && p.x < q.x + q.wide && q.x < p.x + p.wide),
      );
      expect([plan.name, clashes.length <= made.value.labels!.length / 4]).toEqual([plan.name, true]);
    }
  });

  test('a silhouette has the outline of the flat model at full size; from behind it is its mirror', () => {
    const moth = { ...cast.moth!, shaping: [] };
    const given = open(moth);
    const { after } = given.replay.steps.at(-1)!;
    const made = toPatternPages(given, 250, asked('silhouette'));
    const behind = toPatternPages(given, 250, asked('silhouette', { otherSide: true }));
    if (!made.ok || !behind.ok) throw new Error('not made');
    const { width, height } = toMeasures(after);
    // Layers are drawn a little apart, which the outline shares.
    expect(Math.abs(made.value.widthMm - width * 250)).toBeLessThan(3);
    expect(Math.abs(made.value.heightMm - height * 250)).toBeLessThan(3);
    const own = toOutline(buildArrangement(after)).reduce((s, loop) => s + areaOf(loop), 0) * 250 * 250;
    const drawn = made.value.lines.reduce(
      (s, { from, to }) => s + (from[0] * to[1] - to[0] * from[1]) / 2,
      0,
    );
    expect(drawn / own).toBeGreaterThan(0.97);
    expect(drawn / own).toBeLessThan(1.04);
    const flipped = boundsOf(behind.value.lines.flatMap((l) => [l.from, l.to]));
    expect(flipped.maxX).toBeCloseTo(made.value.widthMm, 6);
    expect(behind.value.lines[0]!.from[0]).toBeCloseTo(made.value.widthMm - made.value.lines[0]!.from[0], 9);
  });

  test('the rim alone is four edges; a sheet without marks and one without folds are told', () => {
    const rim = toPatternPages(open(buildPlan('Blank')), 100, asked('rim'));
    expect(rim.ok && rim.value.lines.map((l) => l.style)).toEqual(['edge', 'edge', 'edge', 'edge']);
    const none = toPatternPages(open(buildPlan('Blank')), 100, asked('strip'));
    expect(!none.ok && none.fault.text).toContain('No mark of the plan lies on an edge');
    const flat = toPatternPages(open(buildPlan('Blank')), 100, asked('silhouette'));
    expect(!flat.ok && flat.fault.text).toContain('Nothing is folded yet');
  });

  test('words of a strip stand in the PDF and in the SVG', async () => {
    const made = toPatternPages(open(cast.owl!), 200, asked('strip'));
    if (!made.ok) throw new Error(made.fault.text);
    const pages = await textOf(await collectPages((sink) => writePattern(sink, made.value, readPageFonts())));
    expect(pages.join(' ')).toContain('100 mm, step');
    expect(patternSvg(made.value)).toContain('>AB, from A</text>');
  });
});

describe('the booklet', () => {
  test('a passage that is made again is one picture under one number, and its first pass is bracketed', () => {
    const moth = open(cast.moth!);
    const { steps } = toBooklet(moth, 200, { page: 'A4', by: '', imposed: false });
    const again = steps.filter((s) => s.number.includes('–'));
    expect(again.map((s) => s.sentence)).toContainEqual(
      expect.stringMatching(/^Repeat steps \d+ to \d+ on the other side/),
    );
    // Every number is there once, in order.
    const numbers = steps.flatMap((s) => {
      const [first, last] = s.number.split('–').map(Number);
      return Array.from({ length: (last ?? first!) - first! + 1 }, (_, i) => first! + i);
    });
    expect(numbers).toEqual(moth.replay.steps.map((s) => s.number));
    for (const { sentence } of again) {
      const [first, last] = [.../(\d+) to (\d+)/.exec(sentence)!].slice(1).map(Number) as [number, number];
      const marked = steps.filter((s) => s.bracket && first <= Number(s.number) && Number(s.number) <= last);
      expect(marked).toHaveLength(last - first + 1);
      expect([marked[0]!.bracket!.begins, marked.at(-1)!.bracket!.ends]).toEqual([true, true]);
    }
  });

  test('letters beyond Latin are set as they were typed', async () => {
    const plan = { ...buildPlan('Żółw błotny, Черепаха, Χελώνα'), steps: cast.moth!.steps.slice(0, 2) };
    const content = toBooklet(open(plan), 200, { page: 'A5', by: 'Ğül', imposed: false });
    const heard: [number, number][] = [];
    const onPage = (page: number, of: number): void => void heard.push([page, of]);
    const pdf = await collectPages((sink) =>
      writeBooklet(sink, content, { page: 'A5', fonts: readPageFonts(), onPage }),
    );
    const text = (await textOf(pdf)).join(' ').replace(/\s+/g, ' ');
    for (const word of ['Żółw błotny', 'Черепаха', 'Χελώνα', 'Ğül']) expect(text).toContain(word);
    expect(heard.at(-1)![0]).toBe(heard.at(-1)![1]);
  });
});

describe('tables and the page for a friend', () => {
  test('runs and diary as CSV are read back by an independent reader, and hold no formula', () => {
    const run = {
      id: 'r1',
      piece: null,
      startedAt: '2026-12-01T18:00:00.000Z',
      finishedAt: null,
      sheetMm: 200,
      paper: '=cmd|x',
      at: 1,
      resting: false,
      steps: [{ step: 's1', seconds: 12.34, stuck: true, why: null, kind: null, foreseenSeconds: null }],
      waiting: [],
      foreseenMinutes: 3,
      checks: [],
    };
    const rows = Papa.parse<Record<string, string>>(
      runsCsv([run], () => 1),
      { header: true },
    ).data;
    expect(rows[0]).toMatchObject({ run: 'r1', step: '1', seconds: '12.3', stuck: 'true', paper: "'=cmd|x" });
    const entry = {
      id: 'e1',
      date: '2026-12-01',
      sheetMm: 200,
      paper: 'kozo',
      dimension: 'height' as const,
      predictedMm: 90.126,
      measuredMm: 91,
      minutes: null,
      stands: true,
      note: 'two\nlines, "quoted"',
      runId: null,
      leftOut: false,
      photos: [],
      others: [],
      dried: null,
      spoiled: 0,
    };
    const [read] = Papa.parse<Record<string, string>>(diaryCsv([entry]), { header: true }).data;
    expect(read).toMatchObject({ foreseen_mm: '90.13', measured_mm: '91', note: entry.note, minutes: '' });
  });

  test('a page holds every sentence, escapes what was typed, and asks for nothing from elsewhere', () => {
    const hostile = '</script><img src=x onerror=alert(1)>';
    const plan = { ...cast.hare!, name: hostile, brief: { ...cast.hare!.brief, pose: hostile } };
    const made = exportPlan('html', open(plan));
    if (!made.ok) throw new Error(made.fault.text);
    expect(made.value).not.toContain('<img src=x');
    expect(made.value.match(/<script/g)).toHaveLength(2);
    expect(made.value.match(/<\/script>/g)).toHaveLength(2);
    expect(made.value).not.toMatch(/(?:src|href)="(?!data:)/);
    expect(made.value).toContain("default-src 'none'");
    const figure = JSON.parse(
      /id="figure" type="application\/json">(.*?)<\/script>/s.exec(made.value)![1]!,
    ) as {
      places: number[][];
      polygons: number[][];
    };
    expect(figure.polygons.length).toBeGreaterThan(100);
    expect(figure.polygons.flat().every((i) => i < figure.places.length)).toBe(true);
  });

  test('whose a plan is goes out with its .fold', () => {
    const plan = {
      ...cast.hare!,
      origin: { ...cast.hare!.origin, designer: 'A folder of the marsh', year: '2020' },
    };
    const made = exportPlan('fold', open(plan));
    const file = JSON.parse(made.ok ? made.value : '') as Record<string, unknown>;
    expect([file.file_author, file.file_description]).toEqual(['A folder of the marsh', '2020']);
  });
});
