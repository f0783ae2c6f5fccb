import { DAY_MINUTES, planShow, toDay, toIso } from '@jade/core/calendar';
import { buildCastPlans } from '@jade/core/demo';
import { USUAL_SIDE_MM, sayBlock, sayWaiting } from '@jade/core/exporting';
import type { Plan } from '@jade/core/plan';
import { readShowModel } from '@jade/core/readings';
import { BadInput, readAmount, readPlan } from './input.ts';
import { parseArgs } from 'node:util';
import { type Verb, replayPlan } from './verb.ts';

const USUAL_EVENING = 90;
const BEGINS = 19 * 60;

/** When several models are folded, up to one date. */
export const calendarVerbs: Record<string, Verb> = {
  calendar: {
    usage:
      'calendar PLAN.json... | demo [--from DATE] [--until DATE] [--evening MINUTES] [--school "together"|"one by one"] [--spare DAYS]',
    about:
      'Evenings and waits until every plan is ready in its copies: a trial fold and the tries that will not be kept counted in, cut only where a model can lie. --until gives all plans one date; --evening is how long every evening is (90 min).',
    run(args) {
      const { files, values } = readAll(args);
      const plans = files.length === 1 && files[0] === 'demo' ? demoPlans() : files.map(named);
      if (plans.length === 0) throw new BadInput('a plan is missing; name plan files, or write demo.');
      const from = readDay(values.from, 'from') ?? new Date().toISOString().slice(0, 10);
      const until = readDay(values.until, 'until');
      if (until !== undefined && toDay(until) <= toDay(from))
        throw new BadInput(`--until is ${until}, which is not after ${from}; name a later day.`);
      const evening = readAmount(values.evening, 'evening', 5, 600) ?? USUAL_EVENING;
      const spareDays = readAmount(values.spare, 'spare', 0, 30) ?? 1;
      const school = values.school ?? 'together';
      if (school !== 'together' && school !== 'one by one')
        throw new BadInput(`--school is "${String(school)}"; write together or "one by one".`);
      const models = plans.map(({ id, plan }) => {
        const dated = until === undefined ? plan : { ...plan, brief: { ...plan.brief, date: until } };
        const sideMm = plan.sheet.sideMm ?? USUAL_SIDE_MM;
        return readShowModel({
          id,
          plan: dated,
          replay: replayPlan(plan),
          sideMm,
          pace: 1,
          runs: [],
          diary: [],
        });
      });
      const show = planShow({
        models,
        rules: { minutes: new Array<number>(7).fill(evening), at: BEGINS, off: [], spareDays, school },
        holds: [],
        drawer: [],
        from,
        fromMinute: 0,
      });
      return {
        blocks: [
          ...show.blocks.map((b) => ({
            plan: b.model,
            copy: b.copies,
            kind: 'fold',
            what: sayBlock(b),
            from: sayTime(toDay(b.day) * DAY_MINUTES + b.begin),
            to: sayTime(toDay(b.day) * DAY_MINUTES + b.end),
            steps: [b.first, b.last],
          })),
          ...show.waits.map((w) => ({
            plan: w.model,
            copy: [w.copy],
            kind: 'wait',
            what: sayWaiting(w),
            from: sayTime(w.from),
            to: sayTime(w.to),
            steps: [],
          })),
        ].sort((a, b) => a.from.localeCompare(b.from)),
        late: show.models.flatMap((m) =>
          (m.late ?? 0) > 0
            ? [{ plan: m.id, ready: m.ready, date: m.date, minutes: Math.round(m.late!) }]
            : [],
        ),
        critical: show.critical,
        faults: show.faults,
        sheets: models.flatMap((m, i) =>
          m.sheets.map((sheet) => ({
            paper: sheet.paper,
            side: sheet.sideMm,
            count: show.models[i]!.foldings,
          })),
        ),
      };
    },
  },
};

const OPTIONS = {
  from: { type: 'string' },
  until: { type: 'string' },
  evening: { type: 'string' },
  school: { type: 'string' },
  spare: { type: 'string' },
} as const;

function readAll(args: readonly string[]) {
  try {
    const read = parseArgs({ args: [...args], options: OPTIONS, allowPositionals: true, strict: true });
    return { files: read.positionals, values: read.values };
  } catch (fault) {
    throw new BadInput((fault as Error).message.split('\n')[0]!);
  }
}

const named = (file: string): { id: string; plan: Plan } => {
  const plan = readPlan(file);
  return { id: plan.name, plan };
};
const demoPlans = () => Object.entries(buildCastPlans()).map(([id, plan]) => ({ id, plan }));

function readDay(value: string | undefined, name: string): string | undefined {
  if (value === undefined) return undefined;
  if (!/^\d{4}-\d{2}-\d{2}$/.test(value) || toIso(toDay(value)) !== value)
    throw new BadInput(`--${name} is "${value}"; write a day as 2026-12-19.`);
  return value;
}

function sayTime(minutes: number): string {
  const day = Math.floor(minutes / DAY_MINUTES);
  const of = Math.round(minutes - day * DAY_MINUTES);
  const two = (n: number): string => String(n).padStart(2, '0');
  return `${toIso(day)}T${two(Math.floor(of / 60))}:${two(of % 60)}`;
}
