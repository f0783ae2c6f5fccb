import PDFDocument from 'pdfkit';
import SVGtoPDF from 'svg-to-pdfkit';
import { type Drawing, type Palette, dayPalette, toSvg, signsIn } from '../drawing/index.ts';
import { POINTS_PER_MM, type PageSink, flowInto } from './pages.ts';
import { toPages, toRows } from './steps.ts';

/** Font files (TTF, OTF or WOFF) of the pages, embedded as far as they are used. */
export interface PageFonts {
  readonly head: Uint8Array;
  readonly text: Uint8Array;
  readonly strong: Uint8Array;
}

/** Sizes of pages in mm, upright. */
export const pageSizes = {
  A4: [210, 297],
  A5: [148, 210],
  letter: [215.9, 279.4],
} as const satisfies Readonly<Record<string, readonly [number, number]>>;
export type PageSize = keyof typeof pageSizes;

/** One picture with what is said of it. */
export interface BookletStep {
  readonly number: string;
  /** The passage that begins here; empty where one goes on. */
  readonly passage: string;
  readonly sentence: string;
  /** Said smaller under the sentence: notes, waits, what to check. */
  readonly more: readonly string[];
  readonly drawing: Drawing;
  /** Needs room: what is enlarged, has many layers, or a long sentence. */
  readonly isLarge: boolean;
  /** One of a passage that is made again later: a bracket runs over its pictures. */
  readonly bracket?: { readonly begins: boolean; readonly ends: boolean; readonly says: string };
}

/** Everything that stands in a booklet. */
export interface BookletContent {
  readonly name: string;
  /** Under the name, such as the pose. */
  readonly subtitle: string;
  /** "Folded by", as it is wished; empty where none is. */
  readonly by: string;
  readonly front: string;
  readonly back: string;
  /** The finished model. */
  readonly finished: Drawing;
  /** What is to be known and had before one begins: a word, and what it says. */
  readonly facts: readonly (readonly [word: string, says: string])[];
  readonly steps: readonly BookletStep[];
  readonly shaping: readonly BookletStep[];
}

interface Book {
  readonly doc: PDFKit.PDFDocument;
  readonly palette: Palette;
  readonly width: number;
  readonly height: number;
  readonly margin: number;
  /** Sizes of A4 times this. */
  readonly scale: number;
  readonly name: string;
}

const [INK, INK_2, RULE] = ['#1a2320', '#57656b', '#c3cbc4'] as const;

/**
 * A plan as a booklet: a cover with the finished model, what is needed and the signs used, the steps six to nine to an A4
 * page, then the shaping. Fonts embedded. `onPage` hears of every page.
 */
export function writeBooklet(
  sink: PageSink,
  content: BookletContent,
  {
    page,
    fonts,
    onPage,
  }: { page: PageSize; fonts: PageFonts; onPage?: (number: number, of: number) => void },
): void {
  const [widthMm, heightMm] = pageSizes[page];
  const [width, height] = [widthMm * POINTS_PER_MM, heightMm * POINTS_PER_MM];
  const doc = new PDFDocument({
    size: [width, height],
    margin: 0,
    info: { Title: content.name, Creator: 'Jade Kite', ...(content.by ? { Author: content.by } : {}) },
  });
  flowInto(doc, sink);
  for (const [name, bytes] of Object.entries(fonts)) doc.registerFont(name, bytes as unknown as Buffer);
  const scale = widthMm / pageSizes.A4[0] > 0.9 ? 1 : 0.86;
  const book: Book = {
    doc,
    palette: dayPalette(content.front, content.back),
    width,
    height,
    margin: (page === 'A5' ? 11 : 15) * POINTS_PER_MM,
    scale,
    name: content.name,
  };
  const layOut = (steps: readonly BookletStep[], mostRows: number) =>
    toPages(toRows(steps, page === 'A5' ? 4 : 6), mostRows);
  const parts = [
    { title: '', pages: layOut(content.steps, 3) },
    { title: 'Shaping', pages: layOut(content.shaping, 2) },
  ];
  const count = parts.reduce((sum, p) => sum + p.pages.length, 1);
  let number = 1;
  onPage?.(number, count);
  writeCover(book, content);
  for (const { title, pages } of parts)
    for (const [i, rows] of pages.entries()) {
      doc.addPage();
      number += 1;
      onPage?.(number, count);
      writeFoot(book, number);
      writeRows(book, rows, i === 0 ? title : '');
    }
  doc.end();
}

/** Signs are drawn as large as in the pictures, and set smaller. */
const SIGN = { width: 110, height: 54, share: 0.52 } as const;

function writeCover(book: Book, { subtitle, by, finished, facts, steps, shaping }: BookletContent): void {
  const { doc, width, height, margin, scale, palette, name } = book;
  const inner = width - 2 * margin;
  doc
    .font('head')
    .fontSize(38 * scale)
    .fillColor(INK);
  doc.text(name, margin, margin, { width: inner });
  doc
    .font('text')
    .fontSize(13 * scale)
    .fillColor(INK_2);
  if (subtitle) doc.text(subtitle, margin, doc.y + 2, { width: inner });
  if (by) doc.text(`Folded by ${by}`, margin, doc.y + 2, { width: inner });
  const signs = signsIn([...steps, ...shaping].map((s) => s.drawing));
  const columns = width > 500 ? 3 : 2;
  const signHeight = 26 * scale;
  const signsHeight = signs.length === 0 ? 0 : 24 * scale + Math.ceil(signs.length / columns) * signHeight;
  doc.font('text').fontSize(10.5 * scale);
  const wordWidth = 92 * scale;
  const factHeights = facts.map(
    ([, says]) => doc.heightOfString(says, { width: inner - wordWidth }) + 4 * scale,
  );
  const factsHeight = factHeights.reduce((sum, h) => sum + h, 0) + 14 * scale;
  const top = doc.y + 8;
  const foot = height - margin - signsHeight - factsHeight;
  const picture = { width: inner, height: Math.max(80, foot - top - 14) };
  put(book, finished, { x: margin, y: top, ...picture }, 1.1);
  let y = foot;
  rule(book, y);
  y += 8 * scale;
  facts.forEach(([word, says], i) => {
    doc
      .font('strong')
      .fontSize(10.5 * scale)
      .fillColor(INK);
    doc.text(word, margin, y, { width: wordWidth });
    doc.font('text').text(says, margin + wordWidth, y, { width: inner - wordWidth });
    y += factHeights[i]!;
  });
  if (signs.length === 0) return;
  y += 6 * scale;
  rule(book, y);
  doc
    .font('head')
    .fontSize(13 * scale)
    .fillColor(INK)
    .text('Signs', margin, y + 5 * scale);
  y += 24 * scale;
  const cell = inner / columns;
  signs.forEach(({ means, drawing }, i) => {
    const x = margin + (i % columns) * cell;
    const top = y + Math.floor(i / columns) * signHeight;
    const svg = toSvg(drawing, {
      width: SIGN.width,
      height: SIGN.height,
      palette: { ...palette, front: '#ffffff', back: '#ffffff' },
      title: means,
      margin: 12,
    });
    SVGtoPDF(doc, svg, x, top - 8 * scale, {
      width: SIGN.width * SIGN.share * scale,
      height: SIGN.height * SIGN.share * scale,
      assumePt: true,
      fontCallback: () => 'strong',
    });
    doc
      .font('text')
      .fontSize(9.5 * scale)
      .fillColor(INK);
    doc.text(means, x + 64 * scale, top + 1, { width: cell - 68 * scale, lineGap: -1 });
  });
}

function writeRows(book: Book, rows: readonly (readonly BookletStep[])[], title: string): void {
  const { doc, width, height, margin, scale } = book;
  let y = margin;
  if (title) {
    doc
      .font('head')
      .fontSize(20 * scale)
      .fillColor(INK)
      .text(title, margin, y);
    y = doc.y + 6;
  }
  const gap = 14 * scale;
  const rowHeight = (height - margin - 18 * scale - y) / rows.length;
  for (const row of rows) {
    const weights = row.map((s) => (s.isLarge ? 3 : 2));
    const all = weights.reduce((sum, w) => sum + w, 0);
    const widths = weights.map((w) => ((width - 2 * margin + gap) * w) / all - gap);
    const textHeight = Math.max(...row.map((step, i) => textHeights(book, step, widths[i]!).all));
    let x = margin;
    row.forEach((step, i) => {
      writeStep(book, step, { x, y, width: widths[i]!, height: rowHeight - gap }, textHeight);
      x += widths[i]! + gap;
    });
    y += rowHeight;
  }
}

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Heights of what stands under a picture, in points. */
function textHeights(book: Book, step: BookletStep, width: number) {
  const { doc, scale } = book;
  const measure = (font: string, points: number, text: string, wide: number): number =>
    text === ''
      ? 0
      : doc
          .font(font)
          .fontSize(points * scale)
          .heightOfString(text, { width: wide });
  const wide = width - indentOf(book, step);
  const passage = measure('head', 11, step.passage, width);
  const said = measure('text', SAID, step.sentence, wide);
  const more = measure('text', MORE, step.more.join(' '), wide);
  return { passage, said, more, all: passage + said + more + 8 };
}

/** Room for the number before a sentence: a range of steps takes more. */
const indentOf = ({ doc, scale }: Book, { number }: BookletStep): number =>
  Math.max(
    INDENT * scale,
    doc
      .font('head')
      .fontSize(14 * scale)
      .widthOfString(number) +
      6 * scale,
  );

/** The least room for a number before a sentence, and sizes of the text, in points on A4. */
const [INDENT, SAID, MORE] = [26, 10, 8.8];

/** A picture, and under it the number and the sentence; pictures of one row end at one height. */
function writeStep(book: Book, step: BookletStep, { x, y, width, height }: Box, textHeight: number): void {
  const { doc, scale } = book;
  const { passage, said } = textHeights(book, step, width);
  const indent = indentOf(book, step);
  const wide = { width: width - indent };
  if (step.bracket) writeBracket(book, step.bracket, { x, y, width, height });
  put(book, step.drawing, { x, y, width, height: Math.max(40, height - textHeight) }, 0.85);
  let at = y + height - textHeight + 5;
  if (step.passage) {
    doc
      .font('head')
      .fontSize(11 * scale)
      .fillColor(INK_2)
      .text(step.passage, x, at, { width });
    at += passage;
  }
  doc
    .font('head')
    .fontSize(14 * scale)
    .fillColor(INK)
    .text(step.number, x, at - 3 * scale, { width: indent, lineBreak: false });
  doc
    .font('text')
    .fontSize(SAID * scale)
    .fillColor(INK)
    .text(step.sentence, x + indent, at, wide);
  if (step.more.length > 0)
    doc
      .font('text')
      .fontSize(MORE * scale)
      .fillColor(INK_2)
      .text(step.more.join(' '), x + indent, at + said, wide);
}

/** The part of a bracket over one picture: a line, closed where the passage begins and ends. */
function writeBracket(
  { doc, scale }: Book,
  { begins, ends, says }: NonNullable<BookletStep['bracket']>,
  { x, y, width }: Box,
): void {
  const [left, right] = [begins ? x : x - 7 * scale, ends ? x + width : x + width + 7 * scale];
  doc.lineWidth(0.9).strokeColor(INK_2);
  if (begins) doc.moveTo(left, y + 6).lineTo(left, y - 2);
  else doc.moveTo(left, y - 2);
  doc.lineTo(right, y - 2);
  if (ends) doc.lineTo(right, y + 6);
  doc.stroke();
  if (begins)
    doc
      .font('text')
      .fontSize(MORE * scale)
      .fillColor(INK_2)
      .text(says, x + 4, y, { width: width - 8, lineBreak: false });
}

/** A drawing in a box, as large as it allows. */
function put(
  { doc, palette, name }: Book,
  drawing: Drawing,
  { x, y, width, height }: Box,
  weight: number,
): void {
  const svg = toSvg(drawing, {
    width,
    height,
    palette,
    title: name,
    weight,
    margin: Math.min(22, width / 12),
  });
  SVGtoPDF(doc, svg, x, y, { width, height, assumePt: true, fontCallback: () => 'strong' });
}

function rule({ doc, margin, width }: Book, y: number): void {
  doc
    .lineWidth(0.6)
    .strokeColor(RULE)
    .moveTo(margin, y)
    .lineTo(width - margin, y)
    .stroke();
}

function writeFoot({ doc, width, height, margin, name, scale }: Book, number: number): void {
  const y = height - margin + 2;
  doc
    .font('text')
    .fontSize(8.5 * scale)
    .fillColor(INK_2);
  doc.text(name, margin, y, { lineBreak: false });
  doc.text(String(number), width - margin - 40, y, { width: 40, align: 'right', lineBreak: false });
}
