import type { Cut, Cutting, StockSize } from '../paper/index.ts';
import type { PageFonts } from './booklet.ts';
import { POINTS_PER_MM, type PageSink } from './pages.ts';
import { type Shown, Tiles } from './tiles.ts';

const CARE =
  'Steel rule, guarded blade, away from the hand, on a mat. Check the ruler first: print without scaling.';

export interface CuttingPages {
  /** Such as "6 squares of 240 mm". */
  readonly title: string;
  readonly stock: StockSize;
  readonly cutting: Cutting;
}

/**
 * A cutting plan at full size (1:1) on as many A4 pages as the stock sheet takes: a page that shows how they lie and in
 * which order is cut, then the pages with registration crosses where they meet and a ruler of 100 mm to check the print.
 */
export function writeCutting(
  sink: PageSink,
  { title, stock, cutting }: CuttingPages,
  fonts: PageFonts,
): void {
  const tiles = new Tiles(
    sink,
    { title, widthMm: stock.widthMm, heightMm: stock.heightMm, page: 'A4' },
    fonts,
  );
  writeOverview(tiles, { title, stock, cutting });
  tiles.write((doc, { x, y, shown }) =>
    drawCuts(
      doc,
      stock,
      cutting.cuts.filter((cut) => touches(cut, shown)),
      x,
      y,
    ),
  );
}

/** Whether a cut can show on a page; a sheet of many pages has many cuts, and each page few of them. */
const touches = ({ from, to }: Cut, page: Shown): boolean =>
  Math.min(from[0], to[0]) <= page.right &&
  Math.max(from[0], to[0]) >= page.left &&
  Math.min(from[1], to[1]) <= page.top &&
  Math.max(from[1], to[1]) >= page.bottom;

function drawCuts(
  doc: PDFKit.PDFDocument,
  { widthMm: w, heightMm: h }: StockSize,
  cuts: readonly Cut[],
  x: (v: number) => number,
  y: (v: number) => number,
): void {
  doc.lineWidth(0.8).strokeColor('#1a2320').undash();
  doc.rect(x(0), y(h), x(w) - x(0), y(0) - y(h)).stroke();
  cuts.forEach(({ from, to, what }) => {
    if (what === 'trim') doc.dash(6, { space: 4 });
    else doc.undash();
    doc.moveTo(x(from[0]), y(from[1])).lineTo(x(to[0]), y(to[1])).stroke();
  });
  doc.undash();
}

const WORDS: Record<Cut['what'], string> = {
  trim: 'trim the edge',
  strip: 'cut a strip off',
  piece: 'cut a piece off',
  diagonal: 'cut along the diagonal',
};

function writeOverview(tiles: Tiles, { title, stock, cutting }: CuttingPages): void {
  const { doc } = tiles;
  const mm = (v: number): number => v * POINTS_PER_MM;
  const k = Math.min(170 / stock.widthMm, 150 / stock.heightMm);
  const [left, base] = [20, 195];
  const x = (v: number): number => mm(left + v * k);
  const y = (v: number): number => mm(base - v * k);
  doc.font('head').fontSize(15).fillColor('#1a2320').text(title, mm(20), mm(16), { lineBreak: false });
  doc
    .font('text')
    .fontSize(9)
    .fillColor('#57656b')
    .text(
      `From ${stock.name}, ${stock.widthMm} x ${stock.heightMm} mm: ${cutting.pieces} pieces, ${Math.round(cutting.waste * 100)} % left over. ${CARE}`,
      mm(20),
      mm(24),
      { width: mm(170) },
    );
  drawCuts(doc, stock, cutting.cuts, x, y);
  tiles.drawSeams(x, y);
  cutting.cuts.slice(0, MOST_NUMBERED).forEach(({ from, to }, i) => {
    doc
      .fontSize(8)
      .fillColor('#0c654e')
      .text(`${i + 1}`, x((from[0] + to[0]) / 2) + 2, y((from[1] + to[1]) / 2) - 9, { lineBreak: false });
  });
  const order = cutting.cuts.slice(0, MOST_NUMBERED).map((c, i) => `${i + 1} ${WORDS[c.what]}`);
  if (cutting.cuts.length > MOST_NUMBERED)
    order.push(`and ${cutting.cuts.length - MOST_NUMBERED} more alike`);
  doc
    .fontSize(9)
    .fillColor('#1a2320')
    .text(`In this order: ${order.join('; ')}.`, mm(20), mm(205), { width: mm(170), height: mm(80) });
}

/** So many cuts are numbered on the page that shows how they lie. */
const MOST_NUMBERED = 24;
