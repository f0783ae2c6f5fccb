import { describe, expect, test } from '@jest/globals';
import { buildChance } from '../src/chance/index.ts';
import { type SharedSheet, type WantedPieces, countPieces, cutTogether } from '../src/paper/index.ts';

const stock = (widthMm: number, heightMm: number) => ({ id: 's', name: 's', widthMm, heightMm });
const square = (name: string, mm: number, count: number): WantedPieces => ({
  name,
  piece: { widthMm: mm, heightMm: mm },
  count,
});

/** Every cut runs right across a part that earlier cuts have left, and in the end each piece is such a part. */
function isCutOut(
  { pieces, cuts }: SharedSheet,
  { widthMm, heightMm }: { widthMm: number; heightMm: number },
): boolean {
  let parts = [{ x: 0, y: 0, w: widthMm, h: heightMm }];
  const near = (a: number, b: number): boolean => Math.abs(a - b) < 1e-6;
  for (const { from, to, what } of cuts) {
    if (what === 'diagonal') continue;
    const isUpright = near(from[0], to[0]);
    const at = parts.findIndex((p) =>
      isUpright
        ? from[0] > p.x + 1e-6 &&
          from[0] < p.x + p.w - 1e-6 &&
          near(Math.min(from[1], to[1]), p.y) &&
          near(Math.max(from[1], to[1]), p.y + p.h)
        : from[1] > p.y + 1e-6 &&
          from[1] < p.y + p.h - 1e-6 &&
          near(Math.min(from[0], to[0]), p.x) &&
          near(Math.max(from[0], to[0]), p.x + p.w),
    );
    if (at < 0) return false;
    const p = parts[at]!;
    const two = isUpright
      ? [
          { ...p, w: from[0] - p.x },
          { ...p, x: from[0], w: p.x + p.w - from[0] },
        ]
      : [
          { ...p, h: from[1] - p.y },
          { ...p, y: from[1], h: p.y + p.h - from[1] },
        ];
    parts = [...parts.filter((_, i) => i !== at), ...two];
  }
  return pieces.every((q) =>
    parts.some((p) => near(p.x, q.x) && near(p.y, q.y) && near(p.w, q.widthMm) && near(p.h, q.heightMm)),
  );
}

describe('models cut from common sheets', () => {
  test('a small square goes into what a large one leaves', () => {
    const shared = cutTogether([square('heron', 240, 2), square('owl', 100, 4)], stock(350, 250));
    expect(shared.sheets).toHaveLength(2);
    expect(shared.atLeast).toBe(2);
    expect(shared.sheets.flatMap((s) => s.pieces.flatMap((p) => p.names)).sort()).toEqual([
      'heron',
      'heron',
      'owl',
      'owl',
      'owl',
      'owl',
    ]);
  });

  test('half squares lie two to a square, of an odd number one is left', () => {
    const half = { name: 'boat', piece: { widthMm: 100, heightMm: 100, isHalfSquare: true }, count: 5 };
    const { sheets } = cutTogether([half], stock(220, 220));
    const laid = sheets.flatMap((s) => s.pieces);
    expect(laid.reduce((n, p) => n + p.names.length, 0)).toBe(5);
    expect(sheets).toHaveLength(1);
  });

  test('what no sheet gives is named, and the rest is cut', () => {
    const shared = cutTogether([square('giant', 900, 1), square('owl', 100, 1)], stock(350, 250));
    expect(shared.tooLarge).toEqual(['giant']);
    expect(shared.sheets).toHaveLength(1);
  });

  test('laws over random wishes: all pieces, none over another, every cut right across, never more than by itself', () => {
    const chance = buildChance(24);
    let shared = 0;
    for (let i = 0; i < 120; i++) {
      const sheet = stock(200 + 500 * chance(), 200 + 500 * chance());
      const trimMm = chance() < 0.3 ? 5 : 0;
      const keepGrain = chance() < 0.3;
      const wanted = Array.from({ length: 1 + Math.floor(4 * chance()) }, (_, n): WantedPieces => {
        const [w, h] = [40 + 200 * chance(), 40 + 200 * chance()];
        const isHalfSquare = chance() < 0.2;
        return {
          name: `m${n}`,
          piece: isHalfSquare ? { widthMm: w, heightMm: w, isHalfSquare } : { widthMm: w, heightMm: h },
          count: Math.floor(8 * chance()),
        };
      });
      const rules = { trimMm, keepGrain };
      const { sheets, atLeast, waste, tooLarge } = cutTogether(wanted, sheet, rules);
      const names = sheets.flatMap((s) => s.pieces.flatMap((p) => p.names));
      for (const w of wanted) {
        const fits = countPieces(w.piece, sheet, rules) > 0;
        expect(tooLarge.includes(w.name)).toBe(!fits && w.count > 0);
        expect(names.filter((n) => n === w.name)).toHaveLength(fits ? w.count : 0);
      }
      const alone = wanted.reduce((sum, w) => {
        const each = countPieces(w.piece, sheet, rules);
        return sum + (each === 0 ? 0 : Math.ceil(w.count / each));
      }, 0);
      expect(sheets.length).toBeLessThanOrEqual(alone);
      expect(sheets.length).toBeGreaterThanOrEqual(atLeast);
      if (sheets.length < alone) shared++;
      expect(waste).toBeGreaterThanOrEqual(-1e-9);
      for (const s of sheets) {
        expect(isCutOut(s, sheet)).toBe(true);
        s.pieces.forEach((p, a) =>
          s.pieces.slice(a + 1).forEach((q) => {
            const apart =
              p.x + p.widthMm <= q.x + 1e-6 ||
              q.x + q.widthMm <= p.x + 1e-6 ||
              p.y + p.heightMm <= q.y + 1e-6 ||
              q.y + q.heightMm <= p.y + 1e-6;
            expect(apart).toBe(true);
          }),
        );
      }
    }
    expect(shared).toBeGreaterThan(20);
  });
});
