import { describe, expect, test } from '@jest/globals';
import { buildChance } from '../src/chance/index.ts';
import { buildFlatSheet, checkState } from '../src/folded/index.ts';
import { areaOf, distance } from '../src/geometry/index.ts';
import { findSheet } from '../src/intake/outline.ts';
import { checkLayers } from '../src/layers/index.ts';
import { largestSide } from '../src/paper/index.ts';
import {
  type SheetShape,
  boxOf,
  cornersOf,
  edgesOf,
  landmarksOf,
  mapPoint,
  outlineOf,
  sheetArea,
  symmetriesOf,
} from '../src/sheet/index.ts';
import { replaySequence, write } from '../src/sequence/index.ts';
import { WALK_KINDS, pick } from './walk.ts';

const sheets: readonly (SheetShape & { sides: number })[] = [
  { kind: 'hexagon', sides: 6 },
  { kind: 'octagon', sides: 8 },
];
const of = ({ kind }: (typeof sheets)[number]): SheetShape => ({ kind }) as SheetShape;

describe.each(sheets)('a sheet of $sides equal sides', (own) => {
  const shape = of(own);
  const { sides } = own;

  test('has its sides, angles, area, box and names', () => {
    const outline = outlineOf(shape);
    expect(outline).toHaveLength(sides);
    outline.forEach((p, i) => expect(distance(p, outline[(i + 1) % sides]!)).toBeCloseTo(1, 12));
    const centre = landmarksOf(shape).find((l) => l.name === 'O')!.at;
    const radius = 1 / (2 * Math.sin(Math.PI / sides));
    outline.forEach((p) => expect(distance(p, centre)).toBeCloseTo(radius, 12));
    expect(sheetArea(shape)).toBeCloseTo(sides / (4 * Math.tan(Math.PI / sides)), 12);
    expect(areaOf(outline)).toBeGreaterThan(0);
    const box = boxOf(shape);
    const known = sides === 6 ? [2, Math.sqrt(3)] : [1 + Math.SQRT2, 1 + Math.SQRT2];
    expect([box.width, box.height].map((v, i) => Math.abs(v - known[i]!) < 1e-12)).toEqual([true, true]);
    expect(
      cornersOf(shape)
        .map((c) => c.name)
        .join(''),
    ).toBe('ABCDEFGH'.slice(0, sides));
    expect(
      edgesOf(shape)
        .map((e) => e.name)
        .at(-1),
    ).toBe(`${'ABCDEFGH'[sides - 1]}A`);
  });

  test('covers itself by every mirror and turn it should have, and by no other', () => {
    const found = symmetriesOf(shape);
    expect(found.filter((s) => s.kind === 'mirror')).toHaveLength(sides);
    expect(found.filter((s) => s.kind === 'turn')).toHaveLength(sides - 1);
    for (const s of found)
      for (const p of outlineOf(shape))
        expect(Math.min(...outlineOf(shape).map((q) => distance(q, mapPoint(shape, s, p))))).toBeLessThan(
          1e-9,
        );
  });

  test('stock gives the largest that fits its box', () => {
    const box = boxOf(shape);
    const side =
      largestSide(box, { id: 's', name: 's', widthMm: 300, heightMm: 200 }) / Math.min(box.width, box.height);
    const fits = Math.max(
      Math.min(300 / box.width, 200 / box.height),
      Math.min(200 / box.width, 300 / box.height),
    );
    expect(side).toBeCloseTo(fits, 9);
  });

  test('is found again in a drawing, in any place, size and position', () => {
    const chance = buildChance(sides);
    for (let i = 0; i < 40; i++) {
      const [turn, size, dx, dy] = [chance() * 7, 1 + 300 * chance(), 900 * chance(), -500 * chance()];
      const loop = outlineOf(shape).map(([x, y]): [number, number] => [
        dx + size * (x * Math.cos(turn) - y * Math.sin(turn)),
        dy + size * (x * Math.sin(turn) + y * Math.cos(turn)),
      ]);
      const sheet = findSheet(i % 2 ? [...loop].reverse() : loop);
      if ('fault' in sheet) throw new Error(sheet.fault);
      expect(sheet.shape).toEqual(shape);
      expect(sheet.side).toBeCloseTo(size, 6);
      for (const p of loop) {
        const back = sheet.fromSheet(sheet.toSheet(p));
        expect(distance(back, p)).toBeLessThan(1e-6 * size);
        expect(Math.min(...outlineOf(shape).map((q) => distance(q, sheet.toSheet(p))))).toBeLessThan(1e-6);
      }
    }
    const dented = outlineOf(shape).map(([x, y], i): [number, number] => [x, y + (i === 0 ? 0.1 : 0)]);
    expect(findSheet(dented)).toMatchObject({ fault: expect.stringContaining('equal sides and angles') });
  });

  test('folds at random stay lawful, by two verifiers', () => {
    const chance = buildChance(100 + sides);
    let made = 0;
    for (let walk = 0; walk < 12; walk++) {
      let replay = replaySequence({ sheet: shape, points: {}, steps: [] });
      for (let tries = 0; tries < 14; tries++) {
        const state = replay.steps.at(-1)?.after ?? buildFlatSheet(shape);
        const kind = pick(['fold', 'fold all layers', 'inside', 'pleat', 'narrow', 'open sink'], chance);
        const move = WALK_KINDS[kind]!(state, chance);
        if (!move) continue;
        const step = write.writeStep(`s${replay.steps.length}`, move as never);
        const next = replaySequence({ ...replay.sequence, steps: [...replay.sequence.steps, step] }, replay);
        const after = next.steps.at(-1)!;
        if (after.refusal || after.after.facets.length > 40) continue;
        expect([...checkState(after.after), ...checkLayers(after.after)]).toEqual([]);
        const area = after.after.facets.reduce(
          (sum, f) => sum + areaOf(f.loop.map((v) => after.after.vertices[v]!)),
          0,
        );
        expect(Math.abs(area)).toBeCloseTo(sheetArea(shape), 6);
        replay = next;
        made++;
      }
    }
    expect(made).toBeGreaterThan(30);
  });
});
