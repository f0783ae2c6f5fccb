import PDFDocument from 'pdfkit';
import type { Cut, Cutting, StockSize } from '../paper/index.ts';
import { POINTS_PER_MM, type PageSink, flowInto } from './pages.ts';

/** A4 upright; the pages overlap by the strip in which they are laid on each other. */
const PAGE = { widthMm: 210, heightMm: 297 };
const MARGIN_MM = 12;
const OVERLAP_MM = 10;
const STEP = {
  widthMm: PAGE.widthMm - 2 * MARGIN_MM - OVERLAP_MM,
  heightMm: PAGE.heightMm - 2 * MARGIN_MM - OVERLAP_MM,
};
const RULER_MM = 100;
const CROSS_MM = 4;

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
export function writeCutting(sink: PageSink, { title, stock, cutting }: CuttingPages): void {
  const doc = new PDFDocument({
    size: [PAGE.widthMm * POINTS_PER_MM, PAGE.heightMm * POINTS_PER_MM],
    margin: 0,
    info: { Title: title, Creator: 'Jade Kite' },
  });
  flowInto(doc, sink);
  const across = Math.max(1, Math.ceil((stock.widthMm - OVERLAP_MM) / STEP.widthMm));
  const up = Math.max(1, Math.ceil((stock.heightMm - OVERLAP_MM) / STEP.heightMm));
  const mm = (v: number): number => v * POINTS_PER_MM;
  writeOverview(doc, { title, stock, cutting }, across, up);
  for (let row = up - 1; row >= 0; row--)
    for (let column = 0; column < across; column++) {
      doc.addPage();
      const [left, bottom] = [column * STEP.widthMm, row * STEP.heightMm];
      // The sheet's y runs up, the page's down.
      const x = (v: number): number => mm(MARGIN_MM + v - left);
      const y = (v: number): number => mm(PAGE.heightMm - MARGIN_MM - (v - bottom));
      const box = {
        x: mm(MARGIN_MM),
        y: mm(MARGIN_MM),
        width: mm(PAGE.widthMm - 2 * MARGIN_MM),
        height: mm(PAGE.heightMm - 2 * MARGIN_MM),
      };
      doc.save().rect(box.x, box.y, box.width, box.height).clip();
      const shown = {
        left,
        bottom,
        right: left + PAGE.widthMm - 2 * MARGIN_MM,
        top: bottom + PAGE.heightMm - 2 * MARGIN_MM,
      };
      drawCuts(
        doc,
        stock,
        cutting.cuts.filter((cut) => touches(cut, shown)),
        x,
        y,
      );
      doc.restore();
      for (let i = 0; i <= across; i++)
        for (let j = 0; j <= up; j++)
          drawCross(doc, x(i * STEP.widthMm + OVERLAP_MM / 2), y(j * STEP.heightMm + OVERLAP_MM / 2), box);
      doc
        .font('Helvetica')
        .fontSize(8)
        .fillColor('#57656b')
        .text(`${title}, page ${column + 1} across, ${row + 1} up`, mm(MARGIN_MM), mm(4), {
          lineBreak: false,
        });
      drawRuler(doc, mm(PAGE.widthMm - MARGIN_MM - RULER_MM), mm(PAGE.heightMm - 6));
    }
  doc.end();
}

/** Whether a cut can show on a page; a sheet of many pages has many cuts, and each page few of them. */
const touches = (
  { from, to }: Cut,
  page: { left: number; bottom: number; right: number; top: number },
): boolean =>
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

function drawCross(
  doc: PDFKit.PDFDocument,
  x: number,
  y: number,
  box: { x: number; y: number; width: number; height: number },
): void {
  if (x < box.x || y < box.y || x > box.x + box.width || y > box.y + box.height) return;
  const r = (CROSS_MM / 2) * POINTS_PER_MM;
  doc.lineWidth(0.3).strokeColor('#0c654e');
  doc
    .moveTo(x - r, y)
    .lineTo(x + r, y)
    .moveTo(x, y - r)
    .lineTo(x, y + r)
    .stroke()
    .circle(x, y, r / 2)
    .stroke();
}

function drawRuler(doc: PDFKit.PDFDocument, x: number, y: number): void {
  doc.lineWidth(0.4).strokeColor('#1a2320').moveTo(x, y);
  doc.lineTo(x + RULER_MM * POINTS_PER_MM, y).stroke();
  for (let i = 0; i <= RULER_MM; i += 5) {
    const at = x + i * POINTS_PER_MM;
    doc
      .moveTo(at, y)
      .lineTo(at, y - (i % 10 === 0 ? 7 : 4))
      .stroke();
  }
  doc
    .font('Helvetica')
    .fontSize(7)
    .fillColor('#1a2320')
    .text(`${RULER_MM} mm`, x + RULER_MM * POINTS_PER_MM + 3, y - 7, { lineBreak: false });
}

const WORDS: Record<Cut['what'], string> = {
  trim: 'trim the edge',
  strip: 'cut a strip off',
  piece: 'cut a piece off',
  diagonal: 'cut along the diagonal',
};

function writeOverview(
  doc: PDFKit.PDFDocument,
  { title, stock, cutting }: CuttingPages,
  across: number,
  up: number,
): void {
  const mm = (v: number): number => v * POINTS_PER_MM;
  const k = Math.min(170 / stock.widthMm, 150 / stock.heightMm);
  const [left, base] = [20, 195];
  const x = (v: number): number => mm(left + v * k);
  const y = (v: number): number => mm(base - v * k);
  doc
    .font('Helvetica-Bold')
    .fontSize(15)
    .fillColor('#1a2320')
    .text(title, mm(20), mm(16), { lineBreak: false });
  doc
    .font('Helvetica')
    .fontSize(9)
    .fillColor('#57656b')
    .text(
      `From ${stock.name}, ${stock.widthMm} x ${stock.heightMm} mm: ${cutting.pieces} pieces, ${Math.round(cutting.waste * 100)} % left over. ${CARE}`,
      mm(20),
      mm(24),
      { width: mm(170) },
    );
  drawCuts(doc, stock, cutting.cuts, x, y);
  doc.lineWidth(0.3).strokeColor('#0c654e').dash(2, { space: 2 });
  for (let i = 1; i < across; i++)
    doc
      .moveTo(x(i * STEP.widthMm), y(0))
      .lineTo(x(i * STEP.widthMm), y(stock.heightMm))
      .stroke();
  for (let j = 1; j < up; j++)
    doc
      .moveTo(x(0), y(j * STEP.heightMm))
      .lineTo(x(stock.widthMm), y(j * STEP.heightMm))
      .stroke();
  doc.undash();
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
