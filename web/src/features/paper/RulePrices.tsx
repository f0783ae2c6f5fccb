import { useEffect, useState } from 'react';
import type { RulePrice } from '@jade/core/readings';
import { toFigure, toLengthText, toMinutesText } from '@jade/core/units';
import { useSettings } from '../../records/index.ts';
import { getEngine, useEngine } from '../../engine/index.ts';
import { usePlan } from '../../plan/index.ts';

const RULES: Record<RulePrice['rule'], string> = {
  square: 'one uncut square',
  uncut: 'any uncut sheet',
  pragmatic: 'two pieces, parted at the body',
};

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
    <section className="mt-6" aria-label="What the rules cost">
      <h2 className="head mb-1">What the house rules cost</h2>
      <p className="note mb-1">
        The least paper the atlas has for these limbs under each rule, up to the base.
      </p>
      <table className="plain">
        <thead>
          <tr>
            <th scope="col">rule</th>
            <th scope="col">from</th>
            <th scope="col">paper, cm²</th>
            <th scope="col">layers</th>
            <th scope="col">steps</th>
            <th scope="col">time</th>
          </tr>
        </thead>
        <tbody>
          {prices.map((p) => (
            <tr key={p.rule} className={p.rule === brief.rules ? 'bg-jade-wash' : ''}>
              <th scope="row">{RULES[p.rule]}</th>
              <td>
                {p.pieces.map((piece, i) => (
                  <span key={i} className="block">
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
