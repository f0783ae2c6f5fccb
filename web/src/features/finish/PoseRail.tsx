import { toFigure } from '@jade/core/units';
import type { PosedFigure } from '../../engine/index.ts';
import { useEdit, usePlan } from '../../plan/index.ts';
import { Choice, Reading } from '../../ui/index.ts';
import { Helping } from './Helping.tsx';
import { SpringDrill } from './SpringDrill.tsx';
import { TipRose } from './TipRose.tsx';
import { WORDS, FALLS, POSTURES, sayOther } from './words.ts';

type Posture = keyof typeof POSTURES;

/** What the posed figure measures, at the paper's caliper, and what would make it stand. */
export function PoseRail({ figure }: { figure: PosedFigure }) {
  const { finish } = usePlan();
  const edit = useEdit();
  const { pose } = figure;
  const isSure = pose.stands === true;
  return (
    <aside aria-label={WORDS.readings} className="w-[262px] shrink-0">
      <h2 className="head mb-1">In space, {toFigure(figure.sideMm, 0)} mm sheet</h2>
      <Choice
        label={WORDS.itShall}
        className="mb-2 w-full"
        value={finish.posture}
        options={Object.entries(POSTURES).map(([value, label]) => ({ value, label }))}
        onChoice={(v) => edit((p) => void (p.finish.posture = v as Posture))}
      />
      <Reading
        label={WORDS.heightLength}
        figure={`${toFigure(pose.heightMm, 0)} × ${toFigure(pose.lengthMm, 0)}`}
        unit="mm"
        note={`before shaping ${toFigure(figure.flat.heightMm, 0)} × ${toFigure(figure.flat.lengthMm, 0)} mm`}
      />
      <Reading label={WORDS.depth} figure={toFigure(pose.depthMm, 0)} unit="mm" />
      <Reading
        label={WORDS.weight2}
        figure={pose.weightG === undefined ? 'not known' : toFigure(pose.weightG, 1)}
        unit={pose.weightG === undefined ? '' : 'g'}
        {...(pose.weightG === undefined ? { note: WORDS.giveThePaperIts } : {})}
      />
      <Reading
        label={WORDS.margin}
        figure={pose.marginMm > 0 ? toFigure(pose.marginMm, 1) : 'none'}
        unit={pose.marginMm > 0 ? 'mm' : ''}
        rule={{
          value: Math.max(0, Math.min(10, pose.marginMm)),
          high: 10,
          ticks: [0, 2, 5, 10],
          out: [0, 2],
        }}
        care={!isSure}
        note={
          pose.range
            ? `${toFigure(pose.range.least, 1)} to ${toFigure(pose.range.most, 1)} mm over what the paper may spring back`
            : WORDS.fromTheFootOf
        }
      />
      <Reading
        label={WORDS.tipsAt}
        figure={pose.tipDegrees > 0 ? toFigure(pose.tipDegrees, 1) : '0'}
        unit="°"
        note={`first ${FALLS[pose.falls]}`}
      />
      <TipRose rose={figure.rose} />
      <Springback figure={figure} />
      <OtherPoses figure={figure} />
      {!isSure && <Helping figure={figure} />}
    </aside>
  );
}

/** How else it comes to rest, where it is knocked over or set down so. */
function OtherPoses({ figure }: { figure: PosedFigure }) {
  const { others } = figure.pose;
  if (others.length === 0) return null;
  return (
    <details className="border-b border-rule py-2 text-[14px]">
      <summary className="cursor-pointer text-ink-2">Rests in other ways too ({others.length})</summary>
      <ul className="mt-1">
        {others.map((o) => (
          <li key={o.contacts.join()}>{sayOther(o)}</li>
        ))}
      </ul>
    </details>
  );
}

/** What each bend is to be set to, so that the paper keeps what is wanted. */
function Springback({ figure }: { figure: PosedFigure }) {
  const rows = figure.pose.springs.flatMap((spring, i) => {
    const { id, degrees } = figure.steps[i] ?? {};
    return spring && id !== undefined && degrees !== undefined
      ? [{ id, n: i + 1, wanted: degrees, set: spring.keeps > 0 ? degrees / spring.keeps : null }]
      : [];
  });
  if (rows.length === 0) return null;
  return (
    <section className="border-b border-rule py-2 text-[14px]">
      <h3 className="text-ink-2">{WORDS.springback}</h3>
      <ul>
        {rows.map((r) => (
          <li key={r.id}>
            {r.set === null ? (
              <span className="!text-persimmon">
                {r.n}: springs back whole; shape it damp, or over a thinner rod
              </span>
            ) : (
              <>
                {r.n}: set to <b>{toFigure(Math.abs(r.set), 0)}°</b> to keep {toFigure(Math.abs(r.wanted), 0)}
                °
              </>
            )}
          </li>
        ))}
      </ul>
      <SpringDrill />
    </section>
  );
}
