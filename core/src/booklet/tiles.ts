import PDFDocument from 'pdfkit';
import { type PageFonts, type PageSize, pageSizes } from './booklet.ts';
import { POINTS_PER_MM, type PageSink, flowInto } from './pages.ts';

const MARGIN_MM = 12;
/** The strip in which pages are laid on each other. */
const OVERLAP_MM = 10;
const RULER_MM = 100;
const CROSS_MM = 4;

/** The part of the sheet a page shows, in mm from its lower left corner. */
export interface Shown {
  readonly left: number;
  readonly bottom: number;
  readonly right: number;
  readonly top: number;
}

/** A page being written: places of the sheet in mm to points of the page, and what it shows. */
interface Tile {
  readonly x: (mm: number) => number;
  readonly y: (mm: number) => number;
  readonly shown: Shown;
}

const mm = (v: number): number => v * POINTS_PER_MM;

/**
 * A sheet at full size (1:1) over as many pages as it takes, which overlap by a strip: registration crosses where they meet, a
 * name on each, and a ruler of exactly 100 mm to check the print. The first page is free for what is said of all.
 */
export class Tiles {
  readonly doc: PDFKit.PDFDocument;
  readonly across: number;
  readonly up: number;
  private readonly sheet: { readonly title: string; readonly widthMm: number; readonly heightMm: number };
  private readonly page: readonly [number, number];
  private readonly step: readonly [number, number];

  constructor(
    sink: PageSink,
    sheet: {
      readonly title: string;
      readonly widthMm: number;
      readonly heightMm: number;
      readonly page: PageSize;
    },
    fonts: PageFonts,
  ) {
    this.sheet = sheet;
    this.page = pageSizes[sheet.page];
    const [width, height] = this.page;
    this.step = [width - 2 * MARGIN_MM - OVERLAP_MM, height - 2 * MARGIN_MM - OVERLAP_MM];
    this.across = Math.max(1, Math.ceil((sheet.widthMm - OVERLAP_MM) / this.step[0]));
    this.up = Math.max(1, Math.ceil((sheet.heightMm - OVERLAP_MM) / this.step[1]));
    this.doc = new PDFDocument({
      size: [mm(width), mm(height)],
      margin: 0,
      info: { Title: sheet.title, Creator: 'Jade Kite' },
    });
    flowInto(this.doc, sink);
    for (const [name, bytes] of Object.entries(fonts))
      this.doc.registerFont(name, bytes as unknown as Buffer);
    this.doc.font('text');
  }

  /** Where the pages meet, on a small picture of the whole. */
  drawSeams(x: (mm: number) => number, y: (mm: number) => number): void {
    const { doc, step, sheet } = this;
    doc.lineWidth(0.3).strokeColor('#0c654e').dash(2, { space: 2 });
    for (let i = 1; i < this.across; i++)
      doc
        .moveTo(x(i * step[0]), y(0))
        .lineTo(x(i * step[0]), y(sheet.heightMm))
        .stroke();
    for (let j = 1; j < this.up; j++)
      doc
        .moveTo(x(0), y(j * step[1]))
        .lineTo(x(sheet.widthMm), y(j * step[1]))
        .stroke();
    doc.undash();
  }

  /** Puts the check ruler on the page in hand. */
  drawRuler(): void {
    const { doc } = this;
    const [width, height] = this.page;
    const [x, y] = [mm(width - MARGIN_MM - RULER_MM), mm(height - 6)];
    doc.lineWidth(0.4).strokeColor('#1a2320').moveTo(x, y);
    doc.lineTo(x + mm(RULER_MM), y).stroke();
    for (let i = 0; i <= RULER_MM; i += 5)
      doc
        .moveTo(x + mm(i), y)
        .lineTo(x + mm(i), y - (i % 10 === 0 ? 7 : 4))
        .stroke();
    doc
      .font('text')
      .fontSize(7)
      .fillColor('#1a2320')
      .text(`${RULER_MM} mm`, x + mm(RULER_MM) + 3, y - 7, { lineBreak: false });
  }

  /** Writes every page from the upper row down, and ends the document. */
  write(draw: (doc: PDFKit.PDFDocument, tile: Tile) => void): void {
    const { doc, across, up, step } = this;
    const [width, height] = this.page;
    const box = {
      x: mm(MARGIN_MM),
      y: mm(MARGIN_MM),
      width: mm(width - 2 * MARGIN_MM),
      height: mm(height - 2 * MARGIN_MM),
    };
    for (let row = up - 1; row >= 0; row--)
      for (let column = 0; column < across; column++) {
        doc.addPage();
        const [left, bottom] = [column * step[0], row * step[1]];
        // The sheet's y runs up, the page's down.
        const x = (v: number): number => mm(MARGIN_MM + v - left);
        const y = (v: number): number => mm(height - MARGIN_MM - (v - bottom));
        doc.save().rect(box.x, box.y, box.width, box.height).clip();
        draw(doc, {
          x,
          y,
          shown: {
            left,
            bottom,
            right: left + width - 2 * MARGIN_MM,
            top: bottom + height - 2 * MARGIN_MM,
          },
        });
        doc.restore();
        for (let i = 0; i <= across; i++)
          for (let j = 0; j <= up; j++)
            drawCross(doc, x(i * step[0] + OVERLAP_MM / 2), y(j * step[1] + OVERLAP_MM / 2), box);
        doc
          .font('text')
          .fontSize(8)
          .fillColor('#57656b')
          .text(`${this.sheet.title}, page ${column + 1} across, ${row + 1} up`, mm(MARGIN_MM), mm(4), {
            lineBreak: false,
          });
        this.drawRuler();
      }
    doc.end();
  }
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
