import { describe, expect, test } from '@jest/globals';
import DxfParser from 'dxf-parser';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { readPageFonts } from '../fonts/index.ts';
import {
  collectPages,
  imposePages,
  imposedOrder,
  pageSizes,
  toPages,
  toRows,
  writeBooklet,
  writePattern,
} from '../src/booklet/index.ts';
import { buildChance } from '../src/chance/index.ts';
import { buildHeronPlan, buildMothPlan, buildOwlPlan } from '../src/demo/index.ts';
import { drawStep, signsIn } from '../src/drawing/index.ts';
import {
  bookletOptionsSchema,
  exportPlan,
  patternDxf,
  patternOptionsSchema,
  patternSvg,
  toBooklet,
  toPatternPages,
} from '../src/exporting/index.ts';
import { type Plan, buildPlan } from '../src/plan/index.ts';
import { nameSteps, replaySequence } from '../src/sequence/index.ts';

const open = (plan: Plan) => ({
  plan,
  replay: replaySequence({ sheet: plan.sheet.shape, points: plan.points, steps: plan.steps }),
});
const MM = 72 / 25.4;

/** What an independent reader finds in a PDF: sizes of its pages in points, and the words on each with where they stand. */
async function readPdf(bytes: Uint8Array) {
  const pdf = await getDocument({ data: Uint8Array.from(bytes), verbosity: 0 }).promise;
  return Promise.all(
    Array.from({ length: pdf.numPages }, async (_, i) => {
      const page = await pdf.getPage(i + 1);
      const { items } = await page.getTextContent();
      const texts = items.flatMap((item) => ('str' in item && item.str.trim() ? [item] : []));
      const { fnArray, argsArray } = await page.getOperatorList();
      return {
        size: page.view.slice(2),
        text: texts
          .map((t) => t.str)
          .join(' ')
          .replace(/\s+/g, ' '),
        places: texts.map((t) => ({ text: t.str, at: t.transform.slice(4) as [number, number] })),
        operators: fnArray.map((fn, k) => ({ fn, args: argsArray[k] as unknown })),
      };
    }),
  );
}

describe('laying out', () => {
  test('law: every cell once and in order; a row holds six parts at most', () => {
    const chance = buildChance(3);
    for (let n = 0; n < 200; n++) {
      const cells = Array.from({ length: Math.floor(chance() * 40) }, (_, i) => ({
        i,
        isLarge: chance() < 0.4,
      }));
      const rows = toRows(cells);
      expect(rows.flat()).toEqual(cells);
      for (const row of rows)
        expect(row.reduce((sum, c) => sum + (c.isLarge ? 3 : 2), 0)).toBeLessThanOrEqual(6);
      const pages = toPages(rows, 3);
      expect(pages.flat()).toEqual(rows);
      expect(pages.length).toBe(Math.ceil(rows.length / 3));
      const lengths = pages.map((p) => p.length);
      expect(pages.length === 0 || Math.max(...lengths) - Math.min(...lengths) <= 1).toBe(true);
    }
  });

  test('law: folded in half and put into each other, the pages come in order', () => {
    for (let pages = 1; pages <= 33; pages++) {
      const sides = imposedOrder(pages);
      expect(sides.length % 2).toBe(0);
      // A sheet is two sides; the right half of its first side and the left half of its second are one leaf.
      const leaves: (number | null)[][] = [];
      for (let s = 0; s < sides.length; s += 2) {
        const [front, back] = [sides[s]!, sides[s + 1]!];
        leaves.push([front[1], back[0], back[1], front[0]]);
      }
      const read = [
        ...leaves.flatMap(([a, b]) => [a, b]),
        ...[...leaves].reverse().flatMap(([, , c, d]) => [c, d]),
      ];
      expect(read.slice(0, pages)).toEqual(Array.from({ length: pages }, (_, i) => i));
      expect(read.slice(pages).every((p) => p === null)).toBe(true);
    }
  });
});

describe('the booklet', () => {
  const owl = open(buildOwlPlan());
  const side = owl.plan.sheet.sideMm!;
  const make = async (given: ReturnType<typeof open>, options: object) => {
    const read = bookletOptionsSchema.parse(options);
    const content = toBooklet(given, given.plan.sheet.sideMm ?? 200, read);
    const pages: number[] = [];
    const pdf = await collectPages((sink) =>
      writeBooklet(sink, content, {
        page: read.page,
        fonts: readPageFonts(),
        onPage: (n) => pages.push(n),
      }),
    );
    return { content, pdf, pages };
  };

  test('has a cover that says what is needed, every sentence once in order, and the shaping', async () => {
    const { pdf, pages, content } = await make(owl, { by: 'Marsh Folder' });
    const read = await readPdf(pdf);
    expect(read.map((_, i) => i + 1)).toEqual(pages);
    const [cover, ...rest] = read;
    expect(cover!.text).toContain('Barn owl');
    expect(cover!.text).toContain('Folded by Marsh Folder');
    expect(cover!.text).toContain(`square, ${side} mm a side`);
    expect(cover!.text).toContain('Signs');
    const all = rest.map((p) => p.text).join(' ');
    let from = 0;
    for (const step of content.steps) {
      const says = step.sentence.replace(/\s+/g, ' ').slice(0, 24);
      const at = all.indexOf(says, from);
      expect([step.number, says, at >= from]).toEqual([step.number, says, true]);
      from = at;
    }
    expect(all).toContain('Shaping');
    expect(content.shaping).toHaveLength(owl.plan.shaping.length);
    // Six to nine to a page, and no page with a single step where there are more.
    const onPage = rest.map((p) => p.places.filter((t) => /^\d+$/.test(t.text)).length - 1);
    expect(Math.max(...onPage)).toBeLessThanOrEqual(9);
    expect(Math.min(...onPage.slice(0, -1))).toBeGreaterThan(1);
  });

  test.each(Object.keys(pageSizes) as (keyof typeof pageSizes)[])(
    'on %s pages nothing stands outside them, and its fonts are inside',
    async (page) => {
      const { pdf } = await make(open(buildMothPlan()), { page });
      const [wide, high] = pageSizes[page].map((mm) => mm * MM) as [number, number];
      for (const { size, places } of await readPdf(pdf)) {
        expect(size[0]).toBeCloseTo(wide, 1);
        expect(size[1]).toBeCloseTo(high, 1);
        for (const { text, at } of places)
          expect([text, at[0] > 0 && at[0] < wide && at[1] > 0 && at[1] < high]).toEqual([text, true]);
      }
      const names = Buffer.from(pdf).toString('latin1');
      expect(names).toMatch(/FontName \/\w+\+Brygada1918/);
      expect(names).not.toMatch(/BaseFont \/Helvetica/);
    },
  );

  test('to fold in half it has half as many sides, twice as wide', async () => {
    const { pdf, pages } = await make(owl, { page: 'A5' });
    const read = await readPdf(await imposePages(pdf));
    expect(read).toHaveLength(Math.ceil(pages.length / 4) * 2);
    expect(read[0]!.size[0]).toBeCloseTo(2 * pageSizes.A5[0] * MM, 1);
    expect(read[0]!.text).toContain('Barn owl');
  });

  test('whose design it is stands on the cover, and only where somebody said', async () => {
    const moth = open(buildMothPlan());
    const origin = {
      designer: 'Marsh Designer',
      source: 'Reed papers',
      year: '2019',
      permission: 'may be shown and taught',
      licence: '',
    };
    const said = await readPdf((await make({ ...moth, plan: { ...moth.plan, origin } }, {})).pdf);
    expect(said[0]!.text).toContain('Design Marsh Designer; Reed papers, 2019');
    expect(said[0]!.text).toContain('Permission may be shown and taught');
    const { content } = await make(moth, {});
    expect(content.facts.map(([word]) => word)).not.toContain('Design');
  });

  test('a plan without a step is a cover', async () => {
    const { pdf } = await make(open(buildPlan('Idea')), {});
    expect(await readPdf(pdf)).toHaveLength(1);
  });

  test('signs are those of the pictures, each once', () => {
    const names = nameSteps(owl.replay.sequence.steps);
    const drawings = owl.replay.steps.map((s) => drawStep(s, names));
    const means = signsIn(drawings).map((s) => s.means);
    expect(new Set(means).size).toBe(means.length);
    const styles = new Set(
      drawings.flatMap((d) => d.items.flatMap((i) => (i.kind === 'line' ? [i.style] : []))),
    );
    expect(means.includes('mountain fold')).toBe(styles.has('mountain'));
    expect(signsIn([])).toEqual([]);
  });
});

describe('the pattern at full size', () => {
  const heron = open(buildHeronPlan());
  const pagesOf = (options: object) => {
    const made = toPatternPages(heron, 240, patternOptionsSchema.parse(options));
    if (!made.ok) throw new Error(made.fault.text);
    return made.value;
  };
  const { lines } = pagesOf({});

  test('its rulers measure 100.0 mm on every page, the first one too', async () => {
    const pdf = await collectPages((sink) => writePattern(sink, pagesOf({}), readPageFonts()));
    const read = await readPdf(pdf);
    expect(read.length).toBeGreaterThan(1);
    const raw = Buffer.from(pdf).toString('latin1');
    expect(raw.startsWith('%PDF-1.')).toBe(true);
    for (const { places } of read) {
      const [label] = places.filter((p) => p.text === '100 mm');
      // The label stands three points behind the end of the ruler, which ends at the margin of 12 mm.
      expect(label!.at[0] - 3).toBeCloseTo((210 - 12) * MM, 1);
    }
    const { OPS } = await import('pdfjs-dist/legacy/build/pdf.mjs');
    const length = read.map(({ operators }) => {
      const boxes = operators.flatMap(({ fn, args }) => {
        const box =
          fn === OPS.constructPath ? (args as [unknown, unknown, ArrayLike<number> | null])[2] : null;
        return box ? [Array.from(box)] : [];
      });
      // Paths are given before the page is turned over: 6 mm off the foot.
      const flat = boxes.filter((b) => b[1] === b[3] && Math.abs(b[1]! - 291 * MM) < 0.1);
      return Math.max(...flat.map((b) => b[2]! - b[0]!));
    });
    for (const points of length) expect(points / MM).toBeCloseTo(100, 2);
  });

  test('as DXF an independent reader finds every line where it is, in mm, on the layer of its kind', () => {
    const dxf = new DxfParser().parseSync(patternDxf(pagesOf({})))!;
    expect(dxf.entities).toHaveLength(lines.length);
    const key = (a: readonly number[], b: readonly number[]): string =>
      [a, b]
        .map((p) => `${p[0]!.toFixed(3)},${p[1]!.toFixed(3)}`)
        .sort()
        .join(' ');
    const found = dxf.entities.map((e) => {
      const [a, b] = (e as unknown as { vertices: { x: number; y: number }[] }).vertices;
      return `${e.layer} ${key([a!.x, a!.y], [b!.x, b!.y])}`;
    });
    const layer = {
      edge: 'EDGE',
      mountain: 'MOUNTAIN',
      valley: 'VALLEY',
      crease: 'CREASE',
      unknown: 'FOLDED',
    };
    expect(found.sort()).toEqual(lines.map((l) => `${layer[l.style]} ${key(l.from, l.to)}`).sort());
  });

  test('as SVG one unit is one mm, and the groups name the kinds', () => {
    const svg = patternSvg(pagesOf({}));
    expect(svg).toContain('width="240mm" height="240mm" viewBox="0 0 240 240"');
    expect(svg.match(/<line /g)).toHaveLength(lines.length);
    expect(svg).toMatch(/<g id="mountain"/);
  });

  test('law: the other side up is the mirror, mountains for valleys; done twice nothing has changed', () => {
    const other = pagesOf({ otherSide: true }).lines;
    const flip = {
      edge: 'edge',
      mountain: 'valley',
      valley: 'mountain',
      crease: 'crease',
      unknown: 'unknown',
    };
    other.forEach((l, i) => {
      expect(l.style).toBe(flip[lines[i]!.style]);
      expect(l.from[0]).toBeCloseTo(240 - lines[i]!.from[0], 9);
      expect(l.from[1]).toBeCloseTo(lines[i]!.from[1], 9);
    });
  });

  test('marks only are the pinches; a step that is none, and a sheet without a crease, are told', () => {
    const marks = pagesOf({ creases: 'marks' }).lines.filter((l) => l.style !== 'edge');
    expect(marks.length).toBeGreaterThan(5);
    expect(marks.length).toBeLessThan(lines.length);
    const none = toPatternPages(heron, 240, patternOptionsSchema.parse({ step: 99 }));
    expect(none.ok ? '' : none.fault.text).toMatch(/has 37 steps.*after step 99/);
    const bare = toPatternPages(open(buildPlan('Bare')), 200, patternOptionsSchema.parse({}));
    expect(bare.ok ? '' : bare.fault.text).toMatch(/Nothing is creased yet/);
    expect(patternOptionsSchema.safeParse({ page: 'A0' }).success).toBe(false);
  });
});

test('glTF: an independent checker finds no fault, flat and shaped', async () => {
  const { validateString } = (await import('gltf-validator')).default as {
    validateString: (
      text: string,
    ) => Promise<{ issues: { numErrors: number; numWarnings: number; messages: unknown[] } }>;
  };
  for (const plan of [buildHeronPlan(), { ...buildOwlPlan(), shaping: [] }]) {
    const made = exportPlan('gltf', open(plan));
    if (!made.ok) throw new Error(made.fault.text);
    const { issues } = await validateString(made.value);
    expect([issues.numErrors, issues.numWarnings, issues.messages]).toEqual([0, 0, expect.anything()]);
    const { accessors } = JSON.parse(made.value) as { accessors: { max: number[]; min: number[] }[] };
    const size = accessors[0]!.max.map((v, i) => v - accessors[0]!.min[i]!);
    // In metres: a heron of some 160 mm.
    expect(Math.max(...size)).toBeGreaterThan(0.05);
    expect(Math.max(...size)).toBeLessThan(0.3);
  }
});
