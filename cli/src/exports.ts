import { createWriteStream, writeFileSync } from 'node:fs';
import { once } from 'node:events';
import { writeBooklet } from '@jade/core/booklet';
import { type ExportFormat, USUAL_SIDE_MM, exportFormats, exportPlan } from '@jade/core/exporting';
import { sheetTitle } from '@jade/core/sheet';
import { BadInput, readArgs, readPlan } from './input.ts';
import { type Verb, replayPlan, valueOf } from './verb.ts';

const isText = (as: string): as is ExportFormat => exportFormats.includes(as as ExportFormat);

/** Writes plans for other programs. */
export const exportVerbs: Record<string, Verb> = {
  export: {
    usage: 'export PLAN.json --as fold|svg|dxf|pdf|obj|stl|csv|ics --out FILE',
    about:
      'The plan for other programs: fold is every folded state with its layers; svg and dxf are the crease pattern of the last step; obj and stl its layers as one surface; csv a table of the steps; ics the evenings before the date of the brief; pdf the steps drawn, to print.',
    async run(args) {
      const { files, values } = readArgs(args, { as: { type: 'string' }, out: { type: 'string' } }, 1);
      const plan = readPlan(files[0]!);
      const replay = replayPlan(plan);
      const as = String(values.as);
      if (as !== 'pdf' && !isText(as))
        throw new BadInput(`--as is "${as}"; the formats are ${[...exportFormats, 'pdf'].join(', ')}.`);
      if (typeof values.out !== 'string')
        throw new BadInput('--out is missing; name the file to be written.');
      if (isText(as)) {
        const content = valueOf(exportPlan(as, { plan, replay }));
        writeFileSync(values.out, content);
        return { as, out: values.out, bytes: Buffer.byteLength(content) };
      }
      const file = createWriteStream(values.out);
      writeBooklet(file, replay, {
        name: plan.name,
        front: plan.paper.front.hex,
        back: plan.paper.back.hex,
        about: [
          sheetTitle(plan.sheet.shape),
          `${plan.sheet.sideMm ?? USUAL_SIDE_MM} mm`,
          plan.paper.name,
        ].filter(Boolean),
      });
      await once(file, 'close');
      return { as, out: values.out, bytes: file.bytesWritten };
    },
  },
};
