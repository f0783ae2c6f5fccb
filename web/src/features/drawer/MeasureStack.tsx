import { useState } from 'react';
import { type DrawerPaper, caliperOfStack, grammageOfStack } from '@jade/core/paper';
import { toFigure } from '@jade/core/units';
import { NumberField } from '../../ui/index.ts';
import { simulatedInstruments } from './instruments.ts';
import { WORDS } from './words.ts';

/** Caliper and weight of a sheet from a stack of them, typed in or read off the instruments. */
export function MeasureStack({
  paper,
  onMeasured,
}: {
  paper: DrawerPaper;
  onMeasured: (change: Partial<DrawerPaper>) => void;
}) {
  const [sheets, setSheets] = useState(10);
  const [mm, setMm] = useState<number>();
  const [grams, setGrams] = useState<number>();
  const [said, setSaid] = useState('');
  const { caliper, scale } = simulatedInstruments(paper);
  const take = (): void => {
    const [thick, heavy] = [
      mm === undefined ? undefined : caliperOfStack(sheets, mm),
      grams === undefined ? undefined : grammageOfStack(sheets, grams, paper),
    ];
    const fault = [thick, heavy].find((m) => m && !m.ok);
    if (fault && !fault.ok) return setSaid(fault.fault);
    onMeasured({
      ...(thick?.ok ? { caliperMm: Number(thick.value.value.toFixed(4)) } : {}),
      ...(heavy?.ok ? { grammage: Number(heavy.value.value.toFixed(1)) } : {}),
    });
    setSaid(
      [
        thick?.ok ? `${toFigure(thick.value.value, 4)} ± ${toFigure(thick.value.offBy, 4)} mm` : '',
        heavy?.ok ? `${toFigure(heavy.value.value, 1)} ± ${toFigure(heavy.value.offBy, 1)} g/m²` : '',
      ]
        .filter((t) => t !== '')
        .join(', ') || 'Type a reading first, or read the instruments.',
    );
  };
  return (
    <fieldset className="col-span-2 grid grid-cols-3 items-end gap-3 border-t border-rule pt-2">
      <legend className="note">{WORDS.measuredAsAStack}</legend>
      <NumberField label={WORDS.sheetsInTheStack} value={sheets} low={1} high={200} onNumber={setSheets} />
      <NumberField label={WORDS.thickMm} value={mm ?? 0} low={0} high={600} step={0.01} onNumber={setMm} />
      <NumberField
        label={WORDS.heavyG}
        value={grams ?? 0}
        low={0}
        high={20000}
        step={0.1}
        onNumber={setGrams}
      />
      <button
        type="button"
        className="btn col-span-2"
        onClick={() => {
          setMm(caliper.read(sheets));
          setGrams(scale.read(sheets));
        }}
      >
        Read {caliper.name} and {scale.name}
      </button>
      <button type="button" className="btn" onClick={take}>
        {WORDS.takeTheMeasure}
      </button>
      {said && (
        <p role="status" className="note col-span-3">
          {said}
        </p>
      )}
    </fieldset>
  );
}
