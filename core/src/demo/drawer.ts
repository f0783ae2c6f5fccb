import type { DrawerPaper } from '../paper/index.ts';

type Row = readonly [id: string, name: string, kind: string, grammage: number, caliper: number | null, front: readonly [string, string], back: readonly [string, string], width: number, height: number, count: number, note: string];

const rows: readonly Row[] = [
  ['marsh-gold', 'Marsh gold two-colour', 'two-colour', 75, 0.09, ['golden brown', '#b9853f'], ['white', '#fdf9ee'], 150, 150, 24, 'for the barn owl'],
  ['marsh-slate', 'Heron slate two-colour', 'two-colour', 75, 0.09, ['slate', '#a9bcc6'], ['oat', '#f3e9d3'], 240, 240, 11, ''],
  ['reed-kraft', 'Reed kraft wrap', 'kraft', 70, 0.1, ['reed brown', '#a98458'], ['reed brown', '#b3906a'], 500, 700, 6, 'roll cut to sheets'],
  ['fog-copy', 'Fog copy paper', 'copy', 80, 0.1, ['fog', '#e9ecea'], ['fog', '#e9ecea'], 210, 297, 180, 'trial folds'],
  ['lamp-foil', 'Lamp tissue laminate', 'laminate', 50, null, ['lamp yellow', '#e2b94c'], ['lamp yellow', '#e2b94c'], 300, 300, 5, 'caliper not measured yet'],
  ['tide-cotton', 'Tide sized cotton', 'sized-cotton', 120, 0.15, ['tide blue', '#5f7f92'], ['natural', '#efe6d2'], 350, 500, 4, 'wet folding'],
  ['moth-mulberry', 'Moth mulberry', 'mulberry', 32, 0.07, ['mauve', '#b7a7c4'], ['cream', '#f4ecd8'], 640, 960, 3, ''],
  ['ferry-blue', 'Ferry dark blue square', 'thin-square', 65, 0.08, ['dark blue', '#2d4663'], ['cream', '#f1e6cf'], 200, 200, 30, ''],
];

/** Eight papers of the theatre's drawer. */
export const lanternDrawer: readonly DrawerPaper[] = rows.map(
  ([id, name, kind, grammage, caliperMm, front, back, widthMm, heightMm, count, note]) => ({
    id, name, kind, grammage, caliperMm, frontName: front[0], frontHex: front[1], backName: back[0], backHex: back[1], widthMm, heightMm, count, note,
  }),
);
