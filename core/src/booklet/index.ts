/** Room: a folded plan, or how its sheet is cut, as pages to print (PDF 1.3), written into a sink. */
import PDFDocument from 'pdfkit';
import SVGtoPDF from 'svg-to-pdfkit';
import { dayPalette, drawStep, toSvg } from '../drawing/index.ts';
import { POINTS_PER_MM, type PageSink, flowInto } from './pages.ts';
import { type Replay, nameSteps, sayStep } from '../sequence/index.ts';

export type { CuttingPages } from './cutting.ts';
export { writeCutting } from './cutting.ts';
export type { PageSink } from './pages.ts';
export { collectPages } from './pages.ts';

export interface BookletOptions {
  readonly name: string;
  /** Colours of the two sides of the paper, #rrggbb. */
  readonly front: string;
  readonly back: string;
  /** Lines under the name, such as the sheet and its size. */
  readonly about: readonly string[];
}

const PAGE = { width: 210 * POINTS_PER_MM, height: 297 * POINTS_PER_MM };
const MARGIN = 15 * POINTS_PER_MM;
const COLUMNS = 2;
const ROWS = 3;
const TITLE_HEIGHT = 54;

/** Step drawings with their sentences on A4 pages, six a page. */
export function writeBooklet(sink: PageSink, replay: Replay, options: BookletOptions): void {
  const doc = new PDFDocument({
    size: [PAGE.width, PAGE.height],
    margin: 0,
    info: { Title: options.name, Creator: 'Jade Kite' },
  });
  flowInto(doc, sink);
  const names = nameSteps(replay.sequence.steps);
  const palette = dayPalette(options.front, options.back);
  const cell = {
    width: (PAGE.width - 2 * MARGIN) / COLUMNS,
    height: (PAGE.height - 2 * MARGIN - TITLE_HEIGHT) / ROWS,
  };
  const picture = { width: cell.width - 16, height: cell.height - 62 };
  replay.steps.forEach((step, i) => {
    const place = i % (COLUMNS * ROWS);
    if (place === 0 && i > 0) doc.addPage();
    if (place === 0)
      writeHead(doc, options, i / (COLUMNS * ROWS) + 1, Math.ceil(replay.steps.length / (COLUMNS * ROWS)));
    const x = MARGIN + (place % COLUMNS) * cell.width;
    const y = MARGIN + TITLE_HEIGHT + Math.floor(place / COLUMNS) * cell.height;
    const svg = toSvg(drawStep(step, names), {
      ...picture,
      palette,
      title: `Step ${step.number}`,
      margin: 20,
    });
    SVGtoPDF(doc, svg, x, y, {
      width: picture.width,
      height: picture.height,
      assumePt: true,
      fontCallback: () => 'Helvetica-Bold',
    });
    doc
      .font('Helvetica-Bold')
      .fontSize(9)
      .fillColor('#1a2320')
      .text(`${step.number}`, x, y + picture.height + 4, { width: 18 });
    const refused = step.refusal ? ` (Cannot be folded: ${step.refusal.text})` : '';
    doc
      .font('Helvetica')
      .fontSize(8.5)
      .text(`${sayStep(step.step, replay.sequence)}${refused}`, x + 18, y + picture.height + 4, {
        width: cell.width - 30,
        height: 50,
        ellipsis: true,
      });
  });
  if (replay.steps.length === 0) writeHead(doc, options, 1, 1);
  doc.end();
}

function writeHead(
  doc: PDFKit.PDFDocument,
  { name, about }: BookletOptions,
  page: number,
  pages: number,
): void {
  doc
    .font('Helvetica-Bold')
    .fontSize(15)
    .fillColor('#1a2320')
    .text(name, MARGIN, MARGIN, { lineBreak: false });
  doc
    .font('Helvetica')
    .fontSize(9)
    .fillColor('#57656b')
    .text(about.join(' · '), MARGIN, MARGIN + 20, { lineBreak: false });
  doc.text(`${page} of ${pages}`, PAGE.width - MARGIN - 60, MARGIN + 4, {
    width: 60,
    align: 'right',
    lineBreak: false,
  });
}
