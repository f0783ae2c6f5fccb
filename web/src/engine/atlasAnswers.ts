import { bases, coveredByFlaps, type FoldedBase, precreaseBase, readBasePaper } from '@jade/core/bases';
import { drawModel, drawSheet, drawStep } from '@jade/core/drawing';
import { efficiencyOf, matchBases, taskOf } from '@jade/core/parts';
import { basesFrom, foldedBase, measureState, readBaseRow, standUp } from '@jade/core/readings';
import { moveWord, nameSteps, sayStep } from '@jade/core/sequence';
import { sheetTitle } from '@jade/core/sheet';
import type { BaseCard, BaseSheet, Engine } from './protocol.ts';

type Answers = Pick<
  Engine,
  'readAtlas' | 'readBaseCard' | 'readBasePaper' | 'precreaseBase' | 'readBase' | 'readEfficiency'
>;

/** What is asked about the bases of the atlas. */
export const atlasAnswers: Answers = {
  readAtlas(wanted, sheet) {
    const folded = sheet === 'any' ? bases.map((b) => mustFold(b.id)) : basesFrom(sheet);
    return matchBases(folded, taskOf(wanted)).map((match) => {
      const base = folded.find((f) => f.base.id === match.baseId)!;
      return readBaseRow(match, base);
    });
  },
  readBaseCard(id): BaseCard {
    const folded = mustFold(id);
    const { base, flaps, measures } = folded;
    return {
      id,
      name: base.name,
      family: base.family,
      drawing: drawModel(standUp(folded), 0),
      flaps: flaps.length,
      layers: measures.spot.layers,
    };
  },
  readBasePaper: (id) => readBasePaper(mustFold(id)),
  precreaseBase: (id) => precreaseBase(mustFold(id).base, 'base'),
  readBase(id): BaseSheet {
    const folded = mustFold(id);
    const { base, replay: own, state, flaps, measures } = folded;
    const names = nameSteps(base.steps);
    // The size that is given is that of the picture.
    const upright = standUp(folded);
    return {
      id,
      name: base.name,
      family: base.family,
      drawing: drawModel(upright, 0),
      layers: measures.spot.layers,
      sheet: base.sheet,
      sheetTitle: sheetTitle(base.sheet),
      flaps,
      measures: measureState(upright).measures,
      covered: coveredByFlaps(base.sheet, flaps),
      pattern: drawSheet({ ...state, resting: [] }),
      steps: own.steps.map((s) => ({
        number: s.number,
        word: moveWord(s.step),
        sentence: sayStep(s.step, own.sequence),
        drawing: drawStep(s, names),
      })),
    };
  },
  readEfficiency: (id) => efficiencyOf(mustFold(id)) ?? null,
};

function mustFold(id: string): FoldedBase {
  const folded = foldedBase(id);
  if (!folded) throw new Error(`broken promise: there is no base "${id}"`);
  return folded;
}
