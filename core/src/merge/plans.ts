import { type Plan, checkPlan, planSchema } from '../plan/index.ts';
import { type Choose, type MergeResult, mergeDocuments } from './merge.ts';

/** Parts of a plan whose fields mean nothing apart from each other. */
const WHOLE = new Set([
  'target',
  'other',
  'depth',
  'feet',
  'spine',
  'at',
  'tolerance',
  'map',
  'ends',
  'like',
]);

/** Something that says its kind has fields of that kind, so it is not mixed from two; the paper's kind is but a word. */
function isWhole(path: readonly string[], value: unknown): boolean {
  const key = path.at(-1);
  if (key === undefined || key === 'paper') return false;
  return WHOLE.has(key) || (typeof value === 'object' && value !== null && 'kind' in value);
}

const isSound = (plan: Plan): boolean => planSchema.safeParse(plan).success && checkPlan(plan).length === 0;

/**
 * Merges two versions of a plan that grew from `base`. Where the parts do not fit together (a repeat of a step the other
 * side moved behind it) the top-level parts are taken whole instead, and if that is no plan either, the whole plan.
 */
export function mergePlans(base: Plan, mine: Plan, theirs: Plan, choose?: Choose): MergeResult<Plan> {
  const chosen = choose ? { choose } : {};
  const depths: ((path: readonly string[], value: unknown) => boolean)[] = [
    isWhole,
    (path) => path.length > 0,
    () => true,
  ];
  const tries = depths.map(
    (whole) => () => mergeDocuments(base, mine, theirs, { ...chosen, isWhole: whole }),
  );
  for (const merge of tries.slice(0, -1)) {
    const result = merge();
    if (isSound(result.merged)) return result;
  }
  return tries.at(-1)!();
}
