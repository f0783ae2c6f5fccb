import type { Point } from '../geometry/index.ts';
import type { PageFonts, PageSize } from './booklet.ts';
import { POINTS_PER_MM, type PageSink } from './pages.ts';
import { Tiles } from './tiles.ts';

/** A line of a pattern, in mm from the lower left corner of the sheet. */
export interface PatternLine {
  readonly from: Point;
  readonly to: Point;
  readonly style: PatternStyle;
}
export type PatternStyle = 'edge' | 'mountain' | 'valley' | 'crease' | 'unknown';

export interface PatternPages {
  readonly title: string;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly lines: readonly PatternLine[];
  /** Words beside lines, in mm: where each begins. */
  readonly labels?: readonly { readonly at: Point; readonly text: string }[];
  /** What lines mean here, where it is not what they mean on a pattern. */
  readonly legend?: Partial<Readonly<Record<PatternStyle, string>>>;
  readonly page: PageSize;
  /** What is shown, in a sentence: which creases, which side is up. */
  readonly about: string;
}

/** Width in points, dashes and colour of each kind, and what it means. */
const LOOK: Readonly<
  Record<PatternStyle, { width: number; dash: readonly number[]; colour: string; means: string }>
> = {
  edge: { width: 1, dash: [], colour: '#1a2320', means: 'edge of the sheet' },
  mountain: { width: 0.8, dash: [8, 2.5, 1.5, 2.5], colour: '#a13408', means: 'mountain fold' },
  valley: { width: 0.8, dash: [5, 3], colour: '#0a5f4a', means: 'valley fold' },
  crease: { width: 0.5, dash: [], colour: '#57656b', means: 'crease that lies flat in the end' },
  unknown: { width: 0.8, dash: [1, 2.5], colour: '#1a2320', means: 'fold, its sense open' },
};

/** A pattern at full size over pages: first the whole with its lines explained, then the pages with rulers and crosses. */
export function writePattern(sink: PageSink, pattern: PatternPages, fonts: PageFonts): void {
  const tiles = new Tiles(sink, pattern, fonts);
  const { doc } = tiles;
  const { title, widthMm, heightMm, lines, about } = pattern;
  const mm = (v: number): number => v * POINTS_PER_MM;
  const pageMm = doc.page.width / POINTS_PER_MM;
  const left = 16;
  const wide = pageMm - 2 * left;
  doc
    .font('head')
    .fontSize(22)
    .fillColor('#1a2320')
    .text(title, mm(left), mm(14), { width: mm(wide) });
  doc
    .font('text')
    .fontSize(10)
    .fillColor('#57656b')
    .text(
      `${about} ${Math.round(widthMm * 10) / 10} × ${Math.round(heightMm * 10) / 10} mm, over ${tiles.across * tiles.up} ${tiles.across * tiles.up === 1 ? 'page' : 'pages'}. Print without scaling, and check the ruler first: 100 mm. Lay the pages on each other at the crosses.`,
      mm(left),
      doc.y + 3,
      { width: mm(wide) },
    );
  const top = doc.y / POINTS_PER_MM + 6;
  const room = doc.page.height / POINTS_PER_MM - top - 50;
  const k = Math.min(wide / widthMm, room / heightMm);
  const x = (v: number): number => mm(left + v * k);
  const y = (v: number): number => mm(top + (heightMm - v) * k);
  drawLines(doc, lines, x, y, 0.7);
  tiles.drawSeams(x, y);
  const used = (Object.keys(LOOK) as PatternStyle[]).filter((style) => lines.some((l) => l.style === style));
  used.forEach((style, i) => {
    const at = mm(top + heightMm * k + 9 + i * 6);
    drawLines(
      doc,
      [{ from: [0, 0], to: [16, 0], style }],
      (v) => mm(left + v),
      () => at,
      1,
    );
    doc
      .font('text')
      .fontSize(9.5)
      .fillColor('#1a2320')
      .text(pattern.legend?.[style] ?? LOOK[style].means, mm(left + 20), at - 6, { lineBreak: false });
  });
  tiles.drawRuler();
  tiles.write((page, tile) => {
    drawLines(
      page,
      lines.filter(
        ({ from, to }) =>
          Math.min(from[0], to[0]) <= tile.shown.right &&
          Math.max(from[0], to[0]) >= tile.shown.left &&
          Math.min(from[1], to[1]) <= tile.shown.top &&
          Math.max(from[1], to[1]) >= tile.shown.bottom,
      ),
      tile.x,
      tile.y,
      1,
    );
    page.font('text').fontSize(8.5).fillColor('#1a2320');
    for (const { at, text } of pattern.labels ?? [])
      page.text(text, tile.x(at[0]), tile.y(at[1]) - 6.5, { lineBreak: false });
  });
}

function drawLines(
  doc: PDFKit.PDFDocument,
  lines: readonly PatternLine[],
  x: (mm: number) => number,
  y: (mm: number) => number,
  weight: number,
): void {
  for (const { from, to, style } of lines) {
    const { width, dash, colour } = LOOK[style];
    doc.lineWidth(width * weight).strokeColor(colour);
    if (dash.length > 0) doc.dash(dash as never, {});
    else doc.undash();
    doc.moveTo(x(from[0]), y(from[1])).lineTo(x(to[0]), y(to[1])).stroke();
  }
  doc.undash();
}
