import { scaleLinear } from 'd3';
import { timeKindOf } from '@jade/core/schedule';
import { toMinutesText } from '@jade/core/units';
import { useEngine } from '../../engine/index.ts';
import { usePlan } from '../../plan/index.ts';
import { WORDS } from './words.ts';

const [W, ROW, LEFT] = [560, 26, 150] as const;

/** Where the time goes: minutes of each passage as foreseen at the folder's pace, and as the runs took on average. */
export function Passages() {
  const { steps } = usePlan();
  const { input, result } = useEngine();
  const cards = new Map((result?.steps ?? []).map((c) => [c.id, c]));
  const passages = [...new Set(steps.map((s) => s.passage))].filter((p) => p !== '');
  const times = passages.map((passage) => {
    const own = steps.filter((s) => s.passage === passage);
    const foreseen = own.reduce((sum, s) => sum + (cards.get(s.id)?.minutes ?? 0), 0);
    // A run counts for a passage where all of it was folded: half of one is no time of it.
    const taken = (input?.runs ?? []).flatMap((run) => {
      const seconds = own.map((s) => {
        const t = run.steps.find((r) => r.step === s.id);
        const card = cards.get(s.id);
        return t &&
          card &&
          timeKindOf({ seconds: t.seconds, foreseenSeconds: card.minutes * 60 }) === 'folded'
          ? t.seconds
          : null;
      });
      return seconds.every((s) => s !== null) ? [seconds.reduce((a, b) => a + b!, 0)! / 60] : [];
    });
    const mean = taken.length === 0 ? null : taken.reduce((a, b) => a + b, 0) / taken.length;
    return { passage, foreseen, mean, runs: taken.length };
  });
  if (times.every((t) => t.mean === null)) return null;
  const most = Math.max(...times.flatMap((t) => [t.foreseen, t.mean ?? 0]));
  const x = scaleLinear([0, most], [LEFT, W - 60]);
  return (
    <section aria-label={WORDS.whereTimeGoes} className="mt-6">
      <h2 className="head mb-1">{WORDS.whereTimeGoes}</h2>
      <svg
        viewBox={`0 0 ${W} ${times.length * ROW + 4}`}
        className="w-full max-w-[620px]"
        role="img"
        aria-label={times
          .map(
            (t) =>
              `${t.passage}: ${toMinutesText(t.foreseen)} foreseen${t.mean === null ? '' : `, ${toMinutesText(t.mean)} taken`}`,
          )
          .join('; ')}
      >
        {times.map((t, i) => (
          <g key={t.passage} transform={`translate(0 ${i * ROW})`} fontSize="13">
            <text x={LEFT - 8} y="17" textAnchor="end" fill="var(--ink)">
              {t.passage}
            </text>
            {t.mean !== null && (
              <rect
                x={LEFT}
                y="4"
                width={Math.max(1, x(t.mean) - LEFT)}
                height="18"
                fill="var(--jade)"
                opacity="0.55"
              />
            )}
            <path d={`M${x(t.foreseen)} 2v22`} stroke="var(--ink)" strokeWidth="2" />
            <text x={Math.max(x(t.foreseen), x(t.mean ?? 0)) + 6} y="17" fill="var(--ink-2)">
              {t.mean === null ? WORDS.notYet : toMinutesText(t.mean)}
            </text>
          </g>
        ))}
      </svg>
      <p className="note">{WORDS.passagesSay}</p>
    </section>
  );
}
