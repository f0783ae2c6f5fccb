import { parentPort } from 'node:worker_threads';
import { collectPages, imposePages, writeBooklet, writeCutting, writePattern } from '@jade/core/booklet';
import { USUAL_SIDE_MM, toBooklet, toPatternPages } from '@jade/core/exporting';
import { readPageFonts } from '@jade/core/fonts';
import { toCutting } from '@jade/core/paper';
import type { Plan } from '@jade/core/plan';
import { replaySequence } from '@jade/core/sequence';
import type { PrintAnswer, PrintOrder } from './write.ts';

/** An order that cannot be met as it is asked. */
class Asked extends Error {}

const folded = (plan: Plan) => ({
  plan,
  replay: replaySequence({ sheet: plan.sheet.shape, points: plan.points, steps: plan.steps }),
});
const sideOf = ({ sheet }: Plan): number => sheet.sideMm ?? USUAL_SIDE_MM;

async function write(order: PrintOrder, onPage: (page: number, of: number) => void): Promise<Uint8Array> {
  const fonts = readPageFonts();
  if (order.kind === 'cutting') {
    const { title, stock, piece, rules } = order;
    return collectPages((sink) =>
      writeCutting(sink, { title, stock, cutting: toCutting(piece, stock, rules) }, fonts),
    );
  }
  if (order.kind === 'pattern') {
    const pages = toPatternPages(folded(order.plan), sideOf(order.plan), order.options);
    if (!pages.ok) throw new Asked(pages.fault.text);
    return collectPages((sink) => writePattern(sink, pages.value, fonts));
  }
  const content = toBooklet(folded(order.plan), sideOf(order.plan), order.options);
  const pdf = await collectPages((sink) =>
    writeBooklet(sink, content, { page: order.options.page, fonts, onPage }),
  );
  return order.options.imposed ? imposePages(pdf) : pdf;
}

parentPort?.on('message', ({ id, order }: { id: number; order: PrintOrder }) => {
  const tell = (answer: PrintAnswer): void => parentPort?.postMessage(answer);
  // The pages are half the work; the plan is folded and its pictures drawn before the first of them.
  write(order, (page, of) => tell({ id, share: 0.3 + (0.7 * (page - 1)) / of }))
    .then((pdf) => tell({ id, pdf }))
    .catch((error: unknown) =>
      error instanceof Asked
        ? tell({ id, fault: error.message, asked: true })
        : tell({ id, fault: String(error) }),
    );
});
