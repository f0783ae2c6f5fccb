import { useEffect, useMemo, useState } from 'react';
import type { DrawerPaper } from '@jade/core/paper';
import { limbsOf, takeOut } from '@jade/core/parts';
import { type Plan, toPaperChoice } from '@jade/core/plan';
import { toStockPieces } from '@jade/core/readings';
import {
  type RemedyChange,
  type RemedyOptions,
  type WindowInput,
  findRemedies,
  sayRemedy,
} from '@jade/core/window';
import { usePapers, useSettings } from '../../records/index.ts';
import { getEngine } from '../../engine/index.ts';
import { useEdit, usePlan } from '../../plan/index.ts';
import { WORDS } from './words.ts';

/** The smallest single changes after which some size holds for all, each applied with a click. */
export function Remedies({ input }: { input: WindowInput }) {
  const plan = usePlan();
  const edit = useEdit();
  const { unit } = useSettings();
  const { data } = usePapers();
  const papers = useMemo(() => data ?? [], [data]);
  const limbs = useLimbRemedies(plan, input.limbs !== undefined);
  const remedies = useMemo(
    () =>
      findRemedies(input, {
        papers: toStockPieces(plan, papers).filter((p) => p.count > 0),
        ...limbs,
      }),
    [input, plan, papers, limbs],
  );
  if (remedies.length === 0) return <p className="note mt-1">{WORDS.neitherOneChangeNor}</p>;
  return (
    <ul className="mt-2" aria-label={WORDS.whatOpensTheWindow}>
      {remedies.map((r) => (
        <li key={JSON.stringify(r.changes)} className="flex items-center gap-3 border-t border-rule py-1">
          <span className="flex-1">{sayRemedy(r, unit)}</span>
          {!r.changes.some((c) => c.kind === 'buy') && (
            <button
              type="button"
              className="act"
              onClick={() => edit((p) => r.changes.forEach((c) => applyRemedy(p, c, papers)))}
            >
              {WORDS.doThis}
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}

function applyRemedy(p: Plan, change: RemedyChange, papers: readonly DrawerPaper[]): void {
  switch (change.kind) {
    case 'handling':
      p.sheet.handling = change.to;
      return;
    case 'paper':
      p.paper = toPaperChoice(papers.find((x) => x.id === change.id)!);
      return;
    case 'base':
      p.baseId = change.id;
      p.ownBase = null;
      return;
    case 'target':
      p.brief.target.mm = change.mm;
      return;
    case 'other':
      if (p.brief.other) p.brief.other.mm = change.mm;
      return;
    case 'open':
      p.finish.openedDegrees = change.degrees;
      return;
    case 'tolerance':
      p.brief.target.tolerancePercent = change.percent;
      return;
    case 'leave out': {
      const less = p.figure && takeOut(p.figure, change.limb);
      if (!less?.ok) return;
      p.figure = less.value;
      p.limbs = limbsOf(less.value, p.limbs);
      return;
    }
    case 'buy':
  }
}

const NONE: Pick<RemedyOptions, 'bases' | 'withoutLimb'> = { bases: [], withoutLimb: [] };

/** Other bases with the side they need, and the side of the chosen one without each limb that could go. */
function useLimbRemedies(plan: Plan, isAsked: boolean): Pick<RemedyOptions, 'bases' | 'withoutLimb'> {
  const [found, setFound] = useState(NONE);
  const { figure, limbs, baseId, sheet } = plan;
  useEffect(() => {
    if (!isAsked || baseId === null) return;
    let live = true;
    const engine = getEngine();
    const ask = async (): Promise<void> => {
      const rows = await engine.readAtlas({ figure, limbs }, sheet.shape);
      const own = rows.find((r) => r.match.baseId === baseId)?.match.limiting?.limb;
      const limb = own && figure?.limbs.find((l) => l.to === own.id || l.from === own.id);
      const less = limb && takeOut(figure!, limb.name);
      const without =
        less?.ok &&
        (await engine.readAtlas({ figure: less.value, limbs: limbsOf(less.value, limbs) }, sheet.shape)).find(
          (r) => r.match.baseId === baseId,
        )?.match.sideMm;
      if (!live) return;
      setFound({
        bases: rows.flatMap(({ match: m }) =>
          m.sideMm === undefined || m.baseId === baseId
            ? []
            : [{ id: m.baseId, name: m.baseName, sideMm: m.sideMm }],
        ),
        withoutLimb: limb && without ? [{ id: limb.name, name: limb.name, sideMm: without }] : [],
      });
    };
    void ask().catch(() => undefined);
    return () => {
      live = false;
    };
  }, [isAsked, figure, limbs, baseId, sheet.shape]);
  return isAsked ? found : NONE;
}
