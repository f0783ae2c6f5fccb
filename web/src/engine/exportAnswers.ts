import {
  USUAL_SIDE_MM,
  drawFinished,
  exportPlan,
  patternDxf,
  patternSvg,
  toPatternPages,
} from '@jade/core/exporting';
import { done, failed } from '@jade/core/outcome';
import type { Engine } from './protocol.ts';
import type { OpenPlan } from './openPlan.ts';

/** What is taken along of the open plan. */
export function exportAnswers(open: OpenPlan): Pick<Engine, 'exportPlan' | 'exportPattern' | 'drawFinished'> {
  const given = () => {
    const { replay, input, readings } = open;
    if (!replay || !input) return undefined;
    const { plan } = input;
    const sideMm = readings?.sideMm ?? USUAL_SIDE_MM;
    // A plan without a sheet of its own is written at the one it is computed for.
    return { sideMm, replay, plan: { ...plan, sheet: { ...plan.sheet, sideMm } } };
  };
  const none = () => failed({ path: 'plan', text: 'The plan is not open yet; wait until it is folded.' });
  return {
    exportPlan(format) {
      const own = given();
      return own ? exportPlan(format, own) : none();
    },
    drawFinished() {
      const own = given();
      return own ? drawFinished(own, own.sideMm) : null;
    },
    exportPattern(options, as) {
      const own = given();
      if (!own) return none();
      const pages = toPatternPages(own, own.sideMm, options);
      return pages.ok ? done(as === 'svg' ? patternSvg(pages.value) : patternDxf(pages.value)) : pages;
    },
  };
}
