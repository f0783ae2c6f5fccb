import { useEffect, useState } from 'react';
import type { Figure } from '@jade/core/parts';
import { sayList } from '@jade/core/references';
import { toLengthText } from '@jade/core/units';
import { usePlan } from '../../plan/index.ts';
import { useSettings } from '../../records/index.ts';
import { type PartedRow, startParting } from '../../search/index.ts';
import { keptOf, useBegin } from './LimbByLimb.tsx';
import { RowLeaf } from './RowLeaf.tsx';
import { Searching } from './Searching.tsx';
import { WORDS } from './words.ts';

/** What opens under a base with too few flaps: which limbs could share one, the sheet it costs, and its pattern. */
export function Parting({ figure, baseId }: { readonly figure: Figure; readonly baseId: string }) {
  const asked = JSON.stringify([figure, baseId]);
  const [found, setFound] = useState<{ asked: string; rows?: readonly PartedRow[]; fault?: string }>();
  const [share, setShare] = useState(0);
  const [ending, setEnding] = useState<{ stop: () => void }>();
  useEffect(() => {
    let live = true;
    const [of, id] = JSON.parse(asked) as [Figure, string];
    const search = startParting({ figure: of, baseId: id }, (s) => live && setShare(s));
    // The button that stops it is there once the search is.
    queueMicrotask(() => live && setEnding({ stop: search.stop }));
    void search.answer.then((answer) => {
      if (!live) return;
      if (!answer) setFound({ asked });
      else setFound(answer.ok ? { asked, rows: answer.value } : { asked, fault: answer.fault.text });
    });
    return () => {
      live = false;
      search.stop();
    };
  }, [asked]);
  const current = found?.asked === asked ? found : undefined;
  return (
    <div className="border-b border-rule py-3 pl-2" data-testid="parting">
      {!current && (
        <div className="flex items-end gap-3">
          <Searching what={WORDS.splitting} share={share} onStop={() => ending?.stop()} word="Stop" />
          <span className="note mb-2">{WORDS.splitting}</span>
        </div>
      )}
      {current?.fault && <p className="note">{current.fault}</p>}
      {current && !current.rows && !current.fault && <p className="note">{WORDS.stopped}</p>}
      {current?.rows?.map((parted) => (
        <PartedWay key={parted.way} parted={parted} />
      ))}
    </div>
  );
}

function PartedWay({ parted }: { readonly parted: PartedRow }) {
  const { unit } = useSettings();
  const { figure } = usePlan();
  const { note, begin } = useBegin();
  const [isOpen, setOpen] = useState(false);
  const { way, bundles, plannedMm, stripMm, row } = parted;
  const length = (mm: number): string => toLengthText(mm, unit).text;
  const shared = bundles.map((b) => `${sayList(b.limbs.map((l) => l.toLowerCase()))} from flap ${b.flapTip}`);
  return (
    <section aria-label={WORDS.partedBy[way]} className="mb-3 max-w-[70ch] text-[15px] leading-[22px]">
      <p>
        <b>{WORDS.partedBy[way]}</b>: {shared.join('; ')}. Sheet{' '}
        <b>{length(row?.match.sideMm ?? plannedMm)}</b>
        {stripMm > 0 && `, ${length(stripMm)} of its side strips`}
        {row ? '' : `, ${WORDS.workedOut}`}.
      </p>
      {row && (
        <p className="flex flex-wrap items-center gap-4">
          <button
            type="button"
            className="btn !px-3"
            title={WORDS.putsItsStepsInto}
            onClick={() => begin({ ...row, own: keptOf(row, figure) })}
          >
            {note ? WORDS.begun : WORDS.begin}
            <span className="sr-only"> the folds with its {WORDS.partedBy[way].toLowerCase()}</span>
          </button>
          <button type="button" className="act" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
            {isOpen ? WORDS.hidePaper : WORDS.itsPaper}
            <span className="sr-only"> with its {WORDS.partedBy[way].toLowerCase()}</span>
          </button>
          <span className="note">
            {row.layersMax} layers at its thickest place, {row.hubLayers} where limbs meet
          </span>
          <span role="status" className="sr-only">
            {note}
          </span>
        </p>
      )}
      {row && isOpen && <RowLeaf row={row} />}
    </section>
  );
}
