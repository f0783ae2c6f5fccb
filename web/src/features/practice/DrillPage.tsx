import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { type Skill, choosePaper, skillSpec } from '@jade/core/practice';
import { toLengthText } from '@jade/core/units';
import { type DrillCard, getEngine } from '../../engine/index.ts';
import { DrawingView, housePalette } from '../../pictures/index.ts';
import { usePapers, useSettings } from '../../records/index.ts';
import { Waiting, sayDayOfYear, useKeptForm } from '../../ui/index.ts';
import { DrillBench } from './DrillBench.tsx';
import type { PracticeState } from '../../stage/index.ts';
import { LEVELS, WORDS, sayHand, sayHard } from './words.ts';

/** A drill that was begun, so that a closed tab loses no place. */
export interface BegunDrill {
  /** Level of the drill at the bench; 0 where none is. */
  level: number;
  at: number;
  seconds: number;
}
const fresh = (): BegunDrill => ({ level: 0, at: 0, seconds: 0 });

/** Seeds of drills begin at the day, so that each day brings others, and the same ones all day. */
const seedOf = (today: string): number => Number(today.replace(/-/g, '')) % 1_000_000;

/** The drills of one move on three levels, computed for what the plans ask; one of them folded along. */
export function DrillPage({ skill, state }: { skill: Skill; state: PracticeState }) {
  const row = state.rows.find((r) => r.skill === skill);
  const { unit } = useSettings();
  const { data: drawer } = usePapers();
  const [more, setMore] = useState(0);
  const [found, setFound] = useState<{ of: string; cards: readonly DrillCard[] }>();
  const [begun, setBegun, clear] = useKeptForm(`drill-${skill}-${seedOf(state.today) + more}`, fresh);
  const [noted, setNoted] = useState(false);
  const seed = seedOf(state.today) + more;
  const { layers = null, reachMm = null } = row?.need.hardest ?? {};
  const key = `${skill}/${seed}/${layers}/${reachMm}`;
  useEffect(() => {
    let live = true;
    const need = layers === null || reachMm === null ? null : { layers, reachMm };
    void getEngine()
      .drawDrills({ skill, seed, need })
      .then((cards) => live && setFound({ of: key, cards }));
    return () => {
      live = false;
    };
  }, [key, skill, seed, layers, reachMm]);
  const cards = found?.of === key ? found.cards : undefined;
  const hardest = row?.need.hardest;
  const plan = state.plans.find((p) => p.id === hardest?.planId);
  const card = cards?.find((c) => c.drill.level === begun.level);
  const paperOf = (c: DrillCard) =>
    choosePaper(drawer ?? [], c.drill.sideMm, c.drill.level, plan?.caliperMm ?? null);
  if (card)
    return (
      <DrillBench
        card={card}
        begun={begun}
        paper={paperOf(card)}
        planId={hardest?.planId ?? null}
        onPlace={setBegun}
        onLeave={() => setBegun({ level: 0 })}
        onNoted={() => {
          clear();
          setNoted(true);
          setMore(more + 1);
        }}
      />
    );
  return (
    <>
      <Link className="act" to="/practice">
        {WORDS.back}
      </Link>
      <h2 className="mt-1 text-[26px] leading-[32px]">{skillSpec(skill).word}</h2>
      <p className="say max-w-[80ch]" data-testid="drill-sentence">
        {row ? (
          <>
            {hardest!.plan}, step {hardest!.number}, asks most of it:{' '}
            <b>{sayHard(hardest!.layers, hardest!.reachMm, skill)}</b>. Your hand:{' '}
            <b>{sayHand(row.readiness, row.hand)}</b>.
          </>
        ) : (
          'No plan of yours takes it; the drills are of the usual kind.'
        )}
      </p>
      {noted && row && (
        <p role="status" className="mt-2 max-w-[640px] border-l-[3px] border-jade bg-jade-wash px-3 py-2">
          Noted.{' '}
          {row.due[0] && row.due[0].day !== state.today
            ? `It comes back on ${sayDayOfYear(row.due[0].day)}.`
            : 'It is due again today, or whenever you like.'}
        </p>
      )}
      {cards === undefined ? (
        <Waiting what={WORDS.computing} />
      ) : cards.length === 0 ? (
        <p className="mt-4 max-w-[70ch]">{WORDS.noDrill}</p>
      ) : (
        <>
          <ul className="mt-4 grid grid-cols-3 gap-8 max-[900px]:grid-cols-1" aria-label={WORDS.drill}>
            {cards.map((c) => {
              const { drill, steps } = c;
              const last = steps.at(-1)!;
              return (
                <li key={drill.level} className="flex flex-col gap-2 border-t-[3px] border-jade pt-2">
                  <h3 className="text-[19px]">{LEVELS[drill.level]}</h3>
                  <DrawingView
                    drawing={last.before}
                    palette={housePalette}
                    width={340}
                    height={250}
                    margin={34}
                    title={`${LEVELS[drill.level]}: the move to be practised`}
                  />
                  <p>
                    <b>{last.sentence}</b>
                  </p>
                  <p className="note">
                    {steps.length === 1 ? 'One step' : `${steps.length} steps`}, the last is the move:{' '}
                    {sayHard(drill.layers, drill.reachMm, skill)}. A square of{' '}
                    <b>{toLengthText(drill.sideMm, unit).text}</b> from {paperOf(c)?.name ?? WORDS.anyPaper}.
                  </p>
                  <button
                    type="button"
                    className="btn solid self-start"
                    onClick={() => setBegun({ level: drill.level, at: 0, seconds: 0 })}
                  >
                    {WORDS.foldAlong}: {LEVELS[drill.level].toLowerCase()}
                  </button>
                </li>
              );
            })}
          </ul>
          <button type="button" className="btn mt-6" onClick={() => setMore(more + 1)}>
            {WORDS.otherDrills}
          </button>
        </>
      )}
      {row && (
        <section aria-label={WORDS.passage} className="mt-6 max-w-[80ch]">
          <h3 className="head">{WORDS.passage}</h3>
          <ul>
            {row.need.plans.map((p) => (
              <li key={p.id}>
                {p.name}, {p.steps.length === 1 ? 'step' : 'steps'} {p.steps.join(', ')}.{' '}
                <Link className="act" to={`/plan/${p.id}/paper`}>
                  {WORDS.toPaper}
                </Link>
              </li>
            ))}
          </ul>
          <p className="note">{WORDS.passageSays}</p>
        </section>
      )}
    </>
  );
}
