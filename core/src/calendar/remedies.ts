import { type Show, type ShowAsk, planShow } from './show.ts';

/** A change that was tried, and what is late after it. */
export interface Remedy {
  readonly words: string;
  /** What of the rules it changes; null where it lies in the plans or the room. */
  readonly rules: Partial<ShowAsk['rules']> | null;
  readonly change: (ask: ShowAsk) => ShowAsk;
  readonly late: number;
  readonly solves: boolean;
}

const withRules =
  (change: Partial<ShowAsk['rules']>) =>
  (ask: ShowAsk): ShowAsk => ({
    ...ask,
    rules: { ...ask.rules, ...change },
  });

/** Drying in a drier, airier room (about 40 % humidity for 60): rule of thumb. */
const DRIER = 0.7;
const DRIES = new Set(['dry', 'coat', 'glue']);
const DAYS = ['Mondays', 'Tuesdays', 'Wednesdays', 'Thursdays', 'Fridays', 'Saturdays', 'Sundays'] as const;
const MINUTES_OFFERED = [15, 30, 60] as const;

/**
 * What would help where something is late: each is tried by computing the whole calendar with it; those that help are given,
 * those that mend all of it first. None where nothing is late.
 */
export function findRemedies(ask: ShowAsk, now: Show): Remedy[] {
  if (now.late <= 0) return [];
  const { rules } = ask;
  const lateOnes = now.models.filter((m) => (m.late ?? 0) > 0).map((m) => m.id);
  const ofRules = (words: string, own: Partial<ShowAsk['rules']>) => ({
    words,
    rules: own,
    change: withRules(own),
  });
  const offers: Omit<Remedy, 'late' | 'solves'>[] = [
    ...MINUTES_OFFERED.map((more) =>
      ofRules(`every evening ${more} min longer`, {
        minutes: rules.minutes.map((m) => (m > 0 ? m + more : 0)),
      }),
    ),
    ...rules.minutes.flatMap((m, day) =>
      m > 0
        ? []
        : [
            ofRules(`an evening on ${DAYS[day]} too`, {
              minutes: rules.minutes.map((own, d) => (d === day ? Math.max(...rules.minutes, 60) : own)),
            }),
          ],
    ),
    ...(rules.off.length > 0 ? [ofRules('folding on the days off', { off: [] })] : []),
    ...(rules.spareDays > 0 ? [ofRules('no spare day', { spareDays: 0 })] : []),
    ...(ask.models.some((m) => m.trials > 0)
      ? [
          {
            words: 'no trial folds',
            rules: null,
            change: (a: ShowAsk): ShowAsk => ({ ...a, models: a.models.map((m) => ({ ...m, trials: 0 })) }),
          },
        ]
      : []),
    ...(ask.models.some((m) => m.steps.some((s) => s.waits.some((w) => DRIES.has(w.kind))))
      ? [
          {
            words: 'a drier room: what dries takes about 0.7 of the time',
            rules: null,
            change: (a: ShowAsk): ShowAsk => ({
              ...a,
              models: a.models.map((m) => ({
                ...m,
                steps: m.steps.map((s) => ({
                  ...s,
                  waits: s.waits.map((w) => (DRIES.has(w.kind) ? { ...w, minutes: w.minutes * DRIER } : w)),
                })),
              })),
            }),
          },
        ]
      : []),
    ...ask.models.flatMap((m) =>
      lateOnes.includes(m.id) && m.copies > 1
        ? [
            {
              words: `${m.name}: ${m.copies - 1} instead of ${m.copies}`,
              rules: null,
              change: (a: ShowAsk): ShowAsk => ({
                ...a,
                models: a.models.map((o) => (o.id === m.id ? { ...o, copies: o.copies - 1 } : o)),
              }),
            },
          ]
        : [],
    ),
  ];
  return offers
    .map((offer): Remedy => {
      const { late } = planShow(offer.change(ask));
      return { ...offer, late, solves: late <= 0 };
    })
    .filter((r) => r.late < now.late - 1)
    .sort((a, b) => Number(b.solves) - Number(a.solves) || a.late - b.late);
}
