import { PDFDocument } from 'pdf-lib';
import { imposedOrder } from './steps.ts';

/**
 * Pages of a PDF two to a side of sheets twice as wide, in the order in which the sheets are printed on both faces (turned at
 * the short edge), folded in half and put into each other.
 */
export async function imposePages(pdf: Uint8Array): Promise<Uint8Array> {
  const source = await PDFDocument.load(pdf);
  const target = await PDFDocument.create();
  target.setTitle(source.getTitle() ?? '');
  target.setCreator('Jade Kite');
  const pages = await target.embedPages(source.getPages());
  const [width, height] = [pages[0]!.width, pages[0]!.height];
  for (const [left, right] of imposedOrder(pages.length)) {
    const side = target.addPage([2 * width, height]);
    if (left !== null) side.drawPage(pages[left]!, { x: 0, y: 0 });
    if (right !== null) side.drawPage(pages[right]!, { x: width, y: 0 });
  }
  return target.save();
}
