import { writeFileSync } from 'node:fs';
import { collectPages, imposePages, writeBooklet, writePattern } from '@jade/core/booklet';
import {
  type ExportFormat,
  USUAL_SIDE_MM,
  bookletOptionsSchema,
  exportFormats,
  exportPlan,
  patternOptionsSchema,
  patternSvg,
  toBooklet,
  toPatternPages,
} from '@jade/core/exporting';
import { readPageFonts } from '@jade/core/fonts';
import type { Plan } from '@jade/core/plan';
import { BadInput, readArgs, readPlan } from './input.ts';
import { type Verb, replayPlan, valueOf } from './verb.ts';

const isText = (as: string): as is ExportFormat => exportFormats.includes(as as ExportFormat);
const PAGES = ['pdf', 'booklet', 'pattern'];

/** Reads options against their schema; the first fault in one line. */
function readOptions<T>(
  schema: {
    safeParse: (
      v: unknown,
    ) =>
      | { success: true; data: T }
      | { success: false; error: { issues: { path: PropertyKey[]; message: string }[] } };
  },
  given: Record<string, unknown>,
): T {
  const read = schema.safeParse(Object.fromEntries(Object.entries(given).filter(([, v]) => v !== undefined)));
  if (read.success) return read.data;
  const [first] = read.error.issues;
  throw new BadInput(`--${first!.path.map(String).join('.')}: ${first!.message}.`);
}

/** Writes plans for other programs. */
export const exportVerbs: Record<string, Verb> = {
  export: {
    usage:
      'export PLAN.json --as fold|svg|dxf|obj|stl|gltf|csv|ics|html|booklet|pattern --out FILE [--page A4|A5|letter] [--imposed] [--by NAME] [--side MM] [--creases all|folded|marks|rim|strip|silhouette] [--step N] [--other-side]',
    about:
      'The plan for other programs: fold is every folded state with its layers; svg and dxf are the crease pattern of the last step; obj, stl and gltf its layers or the posed figure; csv a table of the steps; ics the evenings before the date of the brief; booklet (or pdf) the steps to fold along, --imposed for a booklet that is folded in half; html one page to send to a friend; pattern the creases at full size over pages (or the rim, a strip with the marks of each edge, the finished silhouette), or as SVG in mm where FILE ends in .svg.',
    async run(args) {
      const { files, values } = readArgs(
        args,
        {
          as: { type: 'string' },
          out: { type: 'string' },
          page: { type: 'string' },
          by: { type: 'string' },
          side: { type: 'string' },
          creases: { type: 'string' },
          step: { type: 'string' },
          imposed: { type: 'boolean' },
          'other-side': { type: 'boolean' },
        },
        1,
      );
      const read = readPlan(files[0]!);
      const plan = values.side === undefined ? read : withSide(read, Number(values.side));
      const replay = replayPlan(plan);
      const as = String(values.as);
      if (!PAGES.includes(as) && !isText(as))
        throw new BadInput(`--as is "${as}"; the formats are ${[...exportFormats, ...PAGES].join(', ')}.`);
      if (typeof values.out !== 'string')
        throw new BadInput('--out is missing; name the file to be written.');
      const content = isText(as)
        ? valueOf(exportPlan(as, { plan, replay }))
        : as === 'pattern'
          ? await patternOf(plan, values)
          : await bookletOf(plan, values);
      writeFileSync(values.out, content);
      return { as, out: values.out, bytes: Buffer.byteLength(content) };
    },
  },
};

type Values = Readonly<Record<string, unknown>>;

function withSide(plan: Plan, sideMm: number): Plan {
  if (!(sideMm >= 1 && sideMm <= 5000))
    throw new BadInput('--side is no size of a sheet; write it in mm, from 1 to 5000.');
  return { ...plan, sheet: { ...plan.sheet, sideMm } };
}

const sideOf = (plan: Plan): number => plan.sheet.sideMm ?? USUAL_SIDE_MM;

async function bookletOf(plan: Plan, { page, by, imposed }: Values): Promise<Uint8Array> {
  const options = readOptions(bookletOptionsSchema, { page, by, imposed });
  const content = toBooklet({ plan, replay: replayPlan(plan) }, sideOf(plan), options);
  const pdf = await collectPages((sink) =>
    writeBooklet(sink, content, { page: options.page, fonts: readPageFonts() }),
  );
  return options.imposed ? imposePages(pdf) : pdf;
}

async function patternOf(plan: Plan, values: Values): Promise<Uint8Array | string> {
  const options = readOptions(patternOptionsSchema, {
    page: values.page,
    creases: values.creases,
    step: values.step === undefined ? undefined : Number(values.step),
    otherSide: values['other-side'],
  });
  const pages = valueOf(toPatternPages({ plan, replay: replayPlan(plan) }, sideOf(plan), options));
  return String(values.out).endsWith('.svg')
    ? patternSvg(pages)
    : collectPages((sink) => writePattern(sink, pages, readPageFonts()));
}
