import { useState } from 'react';
import { learnDrying } from '@jade/core/schedule';
import { findPaperKind } from '@jade/core/paper';
import { MOST_WAIT_MINUTES, type Wait, sayDuration } from '@jade/core/waits';
import { toFigure } from '@jade/core/units';
import type { PosedFigure } from '../../engine/index.ts';
import { useDiary } from '../../records/index.ts';
import { useEdit, usePlan } from '../../plan/index.ts';
import { Choice, NumberField } from '../../ui/index.ts';
import { simulatedHygrometer } from './hygrometer.ts';
import { WORDS, DAMP_WORDS } from './words.ts';

const atLeastOne = (minutes: number): number => Math.min(MOST_WAIT_MINUTES, Math.max(1, Math.round(minutes)));

/** Shaping damp: the room, what each step takes, what it dries on, and what to mind. */
export function DampPlan({ figure }: { readonly figure: PosedFigure }) {
  const { finish, paper } = usePlan();
  const edit = useEdit();
  const { data: diary } = useDiary();
  const dried = learnDrying(
    (diary ?? []).flatMap(({ record: e }) =>
      e.dried && !e.leftOut && e.paper === paper.name ? [e.dried] : [],
    ),
  );
  const [said, setSaid] = useState('');
  const readRoom = (): void => {
    const room = simulatedHygrometer.read(new Date());
    if (typeof room === 'string') return setSaid(room);
    setSaid(`${simulatedHygrometer.name}: ${toFigure(room.celsius, 1)} °C, ${room.humidity} %.`);
    edit((p) => void Object.assign(p.finish.damping, room));
  };
  const { damping } = finish;
  const kind = findPaperKind(paper.kind);
  const formers = [...new Set(figure.damp.flatMap((d) => (d.formerMm === undefined ? [] : [d.formerMm])))];
  /** What is damped and dried by another plan is replaced; waits of other kinds stay. */
  const takeTimes = (): void =>
    edit((p) => {
      for (const { step, workingMinutes, dryingHours } of figure.damp) {
        const own = p.shaping.find((s) => s.id === step);
        if (!own) continue;
        const waits: Wait[] = [
          { kind: 'damp', minutes: atLeastOne(workingMinutes) },
          { kind: 'dry', minutes: atLeastOne(dryingHours * dried.pace * 60) },
        ];
        own.waits = [...waits, ...own.waits.filter((w) => w.kind !== 'damp' && w.kind !== 'dry')];
      }
    });
  const numberOf = (id: string): number => figure.steps.findIndex((s) => s.id === id) + 1;
  return (
    <section aria-label={WORDS.shapingDamp} className="mt-3">
      <h3 className="head mb-2 text-[17px]">{WORDS.shapingDamp}</h3>
      <div className="flex flex-wrap items-end gap-3">
        <Choice
          label={WORDS.thePaperIsSized}
          className="w-36"
          value={damping.sizing}
          options={[
            { value: 'none', label: WORDS.notAtAll },
            { value: 'light', label: WORDS.lightly },
            { value: 'strong', label: WORDS.strongly },
          ]}
          onChoice={(v) => edit((p) => void (p.finish.damping.sizing = v as typeof damping.sizing))}
        />
        <NumberField
          label={WORDS.humidity}
          className="w-24"
          value={damping.humidity}
          low={5}
          high={95}
          step={1}
          onNumber={(v) => edit((p) => void (p.finish.damping.humidity = v), 'humidity')}
        />
        <NumberField
          label={WORDS.roomC}
          className="w-24"
          value={damping.celsius}
          low={5}
          high={40}
          step={0.5}
          onNumber={(v) => edit((p) => void (p.finish.damping.celsius = v), 'celsius')}
        />
        <button type="button" className="btn" onClick={readRoom}>
          {WORDS.readTheHygrometer}
        </button>
      </div>
      {said !== '' && (
        <p role="status" className="note mt-1">
          {said}
        </p>
      )}
      {kind && !kind.wetFoldable && (
        <p className="note mt-2 !text-persimmon">{DAMP_WORDS.notFor(kind.name)}</p>
      )}
      {paper.grammage === null ? (
        <p className="note mt-2">{DAMP_WORDS.noWeight}</p>
      ) : figure.damp.length === 0 ? (
        <p className="note mt-2">{DAMP_WORDS.nothing}</p>
      ) : (
        <>
          <table className="plain mt-2 text-[14px]">
            <thead>
              <tr>
                <th scope="col">{WORDS.step}</th>
                <th scope="col">{WORDS.damp}</th>
                <th scope="col">{WORDS.water}</th>
                <th scope="col">{WORDS.workFor}</th>
                <th scope="col">{WORDS.dries}</th>
              </tr>
            </thead>
            <tbody>
              {figure.damp.map((d) => (
                <tr key={d.step}>
                  <th scope="row">
                    {numberOf(d.step)}
                    {d.formerMm === undefined ? WORDS.held : `, on ${toFigure(d.formerMm, 0)} mm`}
                  </th>
                  <td>
                    {toFigure(d.areaCm2, d.areaCm2 < 10 ? 1 : 0)} cm², {d.layers}{' '}
                    {d.layers === 1 ? WORDS.layer : WORDS.layers}
                  </td>
                  <td>{toFigure(d.waterMl, 2)} ml</td>
                  <td>{toFigure(d.workingMinutes, 0)} min</td>
                  <td>{sayDuration(d.dryingHours * dried.pace * 60)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <button type="button" className="btn mt-2" onClick={takeTimes}>
            {WORDS.takeTheseTimesInto}
          </button>
          <p className="note mt-1">{DAMP_WORDS.formers(formers.map((mm) => toFigure(mm, 0)))}</p>
          <p className="note mt-1">{DAMP_WORDS.rule}</p>
          {dried.entries > 0 && (
            <p className="note mt-1" data-testid="dried">
              {DAMP_WORDS.dried(paper.name, dried)}
            </p>
          )}
        </>
      )}
    </section>
  );
}
