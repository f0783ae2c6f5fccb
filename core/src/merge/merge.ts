/** Which of two versions of a part goes on. */
export type Side = 'mine' | 'theirs';

/** A part that both versions changed, each in its own way; a value is undefined where the part is not there. */
export interface Clash {
  /** Keys from the document down; things in a list by their id. */
  readonly path: readonly string[];
  readonly base: unknown;
  readonly mine: unknown;
  readonly theirs: unknown;
}

export interface MergeResult<T> {
  readonly merged: T;
  readonly clashes: readonly Clash[];
}

/** What decides a clash; `mine` goes on where it says nothing. */
export type Choose = (clash: Clash) => Side | undefined;

export interface MergeRules {
  readonly choose?: Choose;
  /** Parts that are never mixed from two versions: true for a part that is taken whole. */
  readonly isWhole?: (path: readonly string[], value: unknown) => boolean;
}

type Fields = Readonly<Record<string, unknown>>;

const isFields = (v: unknown): v is Fields => typeof v === 'object' && v !== null && !Array.isArray(v);

/** Whether two JSON values say the same; a key that is undefined is as good as none, the order of keys does not count. */
export function isAlike(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (Array.isArray(a) && Array.isArray(b))
    return a.length === b.length && a.every((v, i) => isAlike(v, b[i]));
  if (!isFields(a) || !isFields(b)) return false;
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].every((k) => isAlike(a[k], b[k]));
}

/**
 * Three-way merge of JSON documents: a part only one side changed is taken from that side, objects are merged field by
 * field, lists of things with ids (or another key of their own) thing by thing, anything else is taken whole. A part
 * both changed differently is a clash; the result has the side that was chosen, mine where nothing was. Pure; with equal
 * arguments the result is equal, and merging with an unchanged side gives the other.
 */
export function mergeDocuments<T>(base: T, mine: T, theirs: T, rules: MergeRules = {}): MergeResult<T> {
  const clashes: Clash[] = [];
  const merged = new Merger(rules, clashes).merge([], base, mine, theirs) as T;
  return { merged, clashes };
}

/** For records that only grow (times at the bench): of two numbers the larger, of nothing and something the something. */
export const chooseLarger: Choose = ({ mine, theirs }) => {
  if (typeof mine === 'number' && typeof theirs === 'number') return mine >= theirs ? 'mine' : 'theirs';
  if (mine === null || mine === undefined || mine === false) return 'theirs';
  return 'mine';
};

/** A path as one word, for keys and messages. */
export const pathText = (path: readonly string[]): string => path.join('.');

class Merger {
  private readonly rules: MergeRules;
  private readonly clashes: Clash[];
  constructor(rules: MergeRules, clashes: Clash[]) {
    this.rules = rules;
    this.clashes = clashes;
  }

  merge(path: readonly string[], base: unknown, mine: unknown, theirs: unknown): unknown {
    if (isAlike(mine, theirs) || isAlike(theirs, base)) return mine;
    if (isAlike(mine, base)) return theirs;
    const isWhole = this.rules.isWhole?.(path, mine) ?? false;
    if (!isWhole && isFields(mine) && isFields(theirs)) return this.mergeFields(path, base, mine, theirs);
    const keyed = isWhole ? undefined : keyAll(base, mine, theirs);
    if (keyed) return this.mergeLists(path, ...keyed);
    return this.clash({ path, base, mine, theirs });
  }

  private clash(clash: Clash): unknown {
    this.clashes.push(clash);
    return clash[this.rules.choose?.(clash) ?? 'mine'];
  }

  private mergeFields(path: readonly string[], base: unknown, mine: Fields, theirs: Fields): Fields {
    const old = isFields(base) ? base : {};
    const merged: Record<string, unknown> = {};
    for (const key of new Set([...Object.keys(mine), ...Object.keys(theirs)])) {
      const value = this.merge([...path, key], old[key], mine[key], theirs[key]);
      if (value !== undefined) merged[key] = value;
    }
    return merged;
  }

  private mergeLists(
    path: readonly string[],
    base: KeyedList,
    mine: KeyedList,
    theirs: KeyedList,
  ): unknown[] {
    const there = new Map<string, unknown>();
    for (const key of new Set([...mine.keys(), ...theirs.keys()])) {
      const value = this.merge([...path, key], base.get(key), mine.get(key), theirs.get(key));
      if (value !== undefined) there.set(key, value);
    }
    return this.order(path, base, mine, theirs).flatMap((k) => (there.has(k) ? [there.get(k)] : []));
  }

  /** The order of whoever moved things; what the other added stands behind what it stood behind there. */
  private order(path: readonly string[], base: KeyedList, mine: KeyedList, theirs: KeyedList): string[] {
    const common = [...base.keys()].filter((k) => mine.has(k) && theirs.has(k));
    const amongCommon = (list: KeyedList): string[] => [...list.keys()].filter((k) => common.includes(k));
    const [old, my, their] = [common, amongCommon(mine), amongCommon(theirs)];
    const [iMoved, theyMoved] = [!isAlike(my, old), !isAlike(their, old)];
    let lead: Side = iMoved || !theyMoved ? 'mine' : 'theirs';
    if (iMoved && theyMoved && !isAlike(my, their)) {
      const clash: Clash = { path: [...path, ORDER], base: old, mine: my, theirs: their };
      this.clashes.push(clash);
      lead = this.rules.choose?.(clash) ?? 'mine';
    }
    // Where both put something behind the same thing, what is mine comes first.
    const [first, other] = lead === 'mine' ? [mine, theirs] : [theirs, mine];
    return insertMissing([...first.keys()], [...other.keys()], lead === 'mine');
  }
}

/** Last key of the path of a clash about the order of a list. */
export const ORDER = '(order)';

function insertMissing(order: string[], other: readonly string[], behind: boolean): string[] {
  const known = new Set(order);
  const added = new Set<string>();
  other.forEach((key, i) => {
    if (known.has(key)) return;
    const before = other.slice(0, i).findLast((k) => known.has(k));
    let at = before === undefined ? 0 : order.indexOf(before) + 1;
    // Past what the leading side itself added at this place.
    if (behind) while (at < order.length && !other.includes(order[at]!) && !added.has(order[at]!)) at++;
    order.splice(at, 0, key);
    known.add(key);
    added.add(key);
  });
  return order;
}

type KeyedList = ReadonlyMap<string, unknown>;

/** What things of a list are known by, the first that all have and no two share. */
const KEYS: readonly (readonly string[])[] = [['id'], ['step', 'says'], ['step'], ['part'], ['name']];

function keyAll(
  base: unknown,
  mine: unknown,
  theirs: unknown,
): [KeyedList, KeyedList, KeyedList] | undefined {
  if (!Array.isArray(mine) || !Array.isArray(theirs)) return undefined;
  const lists = [Array.isArray(base) ? base : [], mine, theirs];
  for (const keys of KEYS) {
    const maps = lists.map((list) => keyBy(list, keys));
    if (maps.every((m) => m !== undefined)) return maps as [KeyedList, KeyedList, KeyedList];
  }
  return undefined;
}

function keyBy(list: readonly unknown[], keys: readonly string[]): KeyedList | undefined {
  const map = new Map<string, unknown>();
  for (const item of list) {
    if (!isFields(item) || !keys.every((k) => typeof item[k] === 'string')) return undefined;
    const key = keys.map((k) => item[k] as string).join(' · ');
    if (map.has(key)) return undefined;
    map.set(key, item);
  }
  return map;
}
