import { useEffect, useState } from 'react';
import type { RulePrice } from '@jade/core/readings';
import { toFigure, toLengthText, toMinutesText } from '@jade/core/units';
import { useSettings } from '../../records/index.ts';
import { type BaseCard, getEngine, useEngine } from '../../engine/index.ts';
import { DrawingView, usePalette } from '../../pictures/index.ts';
import { usePlan } from '../../plan/index.ts';
import { WORDS } from './words.ts';

const RULES: Record<RulePrice['rule'], string> = {
  square: 'one uncut square',
  uncut: 'any uncut sheet',
  pragmatic: 'two pieces, parted at the body',
};

/** The base a rule is priced by, in the colours of this paper. */
function BasePicture({ id, name }: { id: string; name: string }) {
  const palette = usePalette();
  const [card, setCard] = useState<BaseCard>();
  useEffect(() => {
    let live = true;
    getEngine()
      .readBaseCard(id)
      .then((c) => live && setCard(c))
      .catch(() => undefined);
    return () => {
      live = false;
    };
  }, [id]);
  return (
    <span className="inline-block h-[64px] w-[72px] shrink-0">
      {card && (
        <DrawingView
          drawing={card.drawing}
          palette={palette}
          width={72}
          height={64}
          margin={5}
          weight={0.5}
          title={name}
        />
      )}
    </span>
  );
}

/** What the house rules cost for these limbs: paper, layers, steps and minutes up to the base. */
export function RulePrices() {
  const { figure, limbs, brief } = usePlan();
  const { unit } = useSettings();
  const pace = useEngine().result?.readings.pace ?? 1;
  const [prices, setPrices] = useState<readonly RulePrice[]>([]);
  useEffect(() => {
    let live = true;
    getEngine()
      .readPrices({ figure, limbs }, pace)
      .then((found) => live && setPrices(found))
      .catch(() => undefined);
    return () => {
      live = false;
    };
  }, [figure, limbs, pace]);
  if (prices.length === 0) return null;
  return (
    <section className="mt-6" aria-label={WORDS.whatTheRulesCost}>
      <h2 className="head mb-1">{WORDS.whatTheHouseRules}</h2>
      <p className="note mb-1">{WORDS.theLeastPaperThe}</p>
      <table className="plain">
        <thead>
          <tr>
            <th scope="col">{WORDS.rule}</th>
            <th scope="col">{WORDS.from}</th>
            <th scope="col">{WORDS.paperCm}</th>
            <th scope="col">{WORDS.layers}</th>
            <th scope="col">{WORDS.steps}</th>
            <th scope="col">{WORDS.time}</th>
          </tr>
        </thead>
        <tbody>
          {prices.map((p) => (
            <tr key={p.rule} className={p.rule === brief.rules ? 'bg-jade-wash' : ''}>
              <th scope="row">{RULES[p.rule]}</th>
              <td>
                {p.pieces.map((piece, i) => (
                  <span key={i} className="flex items-center gap-3">
                    <BasePicture id={piece.baseId} name={piece.baseName} />
                    {piece.baseName}, {toLengthText(Math.ceil(piece.sideMm), unit).text}
                  </span>
                ))}
              </td>
              <td>{toFigure(p.areaMm2 / 100, 0)}</td>
              <td>{p.layers}</td>
              <td>{p.steps}</td>
              <td>{toMinutesText(p.minutes)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
