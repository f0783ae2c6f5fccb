import { distance } from '@jade/core/geometry';
import { type Figure, leavesOf, limbsOf } from '@jade/core/parts';
import { type SheetShape, outlineOf, sheetTitle } from '@jade/core/sheet';
import { toLengthText } from '@jade/core/units';
import { useSettings } from '../../records/index.ts';
import { Notice } from '../../ui/index.ts';
import { LimbPaper } from './LimbPaper.tsx';
import { fansOf } from './fans.ts';
import { Searching } from './Searching.tsx';
import type { PackingDesk } from './usePacking.ts';
import { WORDS } from './words.ts';

/** The smallest sheet the figure could have: a fan of paper for every flap, a pleated band for every limb between partings. */
export function PackingPanel({
  figure,
  packing,
  sheet,
}: {
  figure: Figure;
  packing: PackingDesk;
  sheet: SheetShape;
}) {
  const { unit } = useSettings();
  const { found, share, fault } = packing;
  const leaves = leavesOf(figure);
  const names = new Map(limbsOf(figure, []).map((l) => [l.id, l.name]));
  const outline = outlineOf(sheet);
  const fans = found && fansOf(figure, found.packing, outline);
  const length = (mm: number): string => toLengthText(Math.round(mm * 10) / 10, unit).text;
  return (
    <section aria-label={WORDS.packing} className="border-b border-rule py-3 pl-2">
      <p className="note mb-3 max-w-[64ch]">{WORDS.everyFlapTakesA}</p>
      <div className="flex flex-wrap items-end gap-4">
        {share === undefined ? (
          <button type="button" className="btn" disabled={!found} onClick={packing.improve}>
            {WORDS.keepImproving}
          </button>
        ) : (
          <Searching what={WORDS.packing} share={share} onStop={packing.stop} />
        )}
      </div>
      {fault && (
        <Notice tone="care" className="mt-3">
          {fault}
        </Notice>
      )}
      {found && (
        <div className="mt-3">
          <LimbPaper
            outline={outline}
            limbs={fans!.limbs.map(({ leaf, ...rest }, i) => ({
              ...rest,
              key: leaf,
              name: names.get(leaf)!,
              note: length(distance(rest.at, rest.root) / found.packing.scale),
              isLimit: found.spare[i]! < 0.05,
            }))}
            bands={fans!.bands}
            meets={fans!.meets}
            sideMm={1 / found.packing.scale}
            title={`Paper of ${leaves.length} flaps on the least sheet; ${found.packing.active.length} pairs meet`}
          />
          <div className="mt-3 max-w-[64ch] text-[15px] leading-[22px]">
            <p className="say" data-testid="packing-bound">
              From <b>{toLengthText(1 / found.packing.scale, unit).text}</b> of side,{' '}
              {sheetTitle(sheet).toLowerCase()}.
            </p>
            <p className="note mb-3">
              {found.proof.isLocalBest ? WORDS.provedLocallyBestNo : WORDS.notProvedLocallyBest}{' '}
              {found.packing.hops} tries, overlap at most{' '}
              {found.proof.violation < 1e-12 ? WORDS.none : found.proof.violation.toExponential(0)}.
            </p>
            <table className="w-full text-[14px]">
              <thead>
                <tr className="text-left text-ink-2">
                  <th className="font-normal">{WORDS.flap}</th>
                  <th className="font-normal">{WORDS.couldBeLongerBy}</th>
                </tr>
              </thead>
              <tbody>
                {leaves.map((leaf, i) => (
                  <tr key={leaf} className="border-t border-rule">
                    <td className="py-[2px]">{names.get(leaf)}</td>
                    <td>
                      {found.spare[i]! < 0.05 ? (
                        <b className="text-persimmon">{WORDS.limitsTheSheet}</b>
                      ) : (
                        toLengthText(found.spare[i]!, unit).text
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </div>
      )}
    </section>
  );
}
