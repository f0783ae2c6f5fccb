import { bases, foldBase } from '@jade/core/bases';
import { DRAFT_CALLS, draftFigure } from '@jade/core/draft';
import { buildEffort } from '@jade/core/effort';
import { poses } from '../../../core/test/poses.ts';
import { type Rows, median, row } from './time.ts';

/** Drafts of the poses they are measured on: how many come out as wanted, how many can be read, and how long it takes. */
export function* timeDrafts(): Rows {
  const folded = bases.filter((b) => b.sheet.kind === 'square').map(foldBase);
  const times: number[] = [];
  let [accepted, readable] = [0, 0];
  for (const figure of poses) {
    const began = performance.now();
    const made = draftFigure(figure, folded, buildEffort(DRAFT_CALLS), { own: { kind: 'square' } });
    times.push(performance.now() - began);
    const best = made.ok ? made.value[0]!.verdict : undefined;
    if (best?.isAccepted) accepted++;
    if (best?.isReadable) readable++;
    process.stderr.write(
      `${figure.name}: ${best ? `${best.isAccepted ? 'accepted' : 'not accepted'}, ${best.isReadable ? 'readable' : 'not readable'}, place ${Math.round(best.placeOff * 100)}, area ${Math.round(best.areaOff * 100)}, outline ${Math.round(best.outlineOff * 100)} % off, ${best.worst} worst` : 'none'}\n`,
    );
  }
  yield row(
    `draft of a pose, ${accepted} of ${poses.length} accepted, ${readable} also readable: median`,
    median(times),
  );
  yield row('draft of a pose: slowest', Math.max(...times));
}
