import { describe, expect, test } from '@jest/globals';
import { buildOwlPlan } from '@jade/core/demo';
import { chooseLarger, isAlike, mergeDocuments, mergePlans, sayClash } from '@jade/core/merge';
import { type Plan, buildPlan, checkPlan, planSchema } from '@jade/core/plan';

const base = buildOwlPlan();
const change = (recipe: (plan: Plan) => void): Plan => {
  const plan = structuredClone(base);
  recipe(plan);
  return plan;
};

describe('what was changed in different parts merges by itself', () => {
  test('pose and subject, a step and another, a field of the drawer', () => {
    const mine = change((p) => {
      p.brief.pose = 'wings down';
      p.steps[2]!.note = 'soft';
    });
    const theirs = change((p) => {
      p.brief.subject = 'old owl';
      p.steps[4]!.note = 'crisp';
    });
    const { merged, clashes } = mergePlans(base, mine, theirs);
    expect(clashes).toEqual([]);
    expect(merged.brief).toMatchObject({ pose: 'wings down', subject: 'old owl' });
    expect([merged.steps[2]!.note, merged.steps[4]!.note]).toEqual(['soft', 'crisp']);
    const paper = { id: 'p', count: 5, price: 1 };
    expect(mergeDocuments(paper, { ...paper, count: 4 }, { ...paper, price: 2 }).merged).toEqual({
      id: 'p',
      count: 4,
      price: 2,
    });
  });

  test('steps added at two places, one left out, one moved', () => {
    const fresh = (id: string) => ({ ...base.steps[0]!, id });
    const mine = change((p) => void p.steps.splice(3, 0, fresh('new-mine')));
    const theirs = change((p) => {
      p.steps.splice(6, 0, fresh('new-theirs'));
      p.steps.splice(3, 0, fresh('also-theirs'));
    });
    const { merged, clashes } = mergePlans(base, mine, theirs);
    expect(clashes).toEqual([]);
    const ids = merged.steps.map((s) => s.id);
    expect(ids.slice(2, 6)).toEqual([base.steps[2]!.id, 'new-mine', 'also-theirs', base.steps[3]!.id]);
    expect(ids.indexOf('new-theirs')).toBe(ids.indexOf(base.steps[5]!.id) + 1);
    const order = mergeDocuments(
      { list: [{ id: 'a' }, { id: 'b' }, { id: 'c' }] },
      { list: [{ id: 'c' }, { id: 'a' }, { id: 'b' }] },
      { list: [{ id: 'a' }, { id: 'b' }, { id: 'x' }, { id: 'c' }] },
    );
    expect(order.clashes).toEqual([]);
    expect(order.merged.list.map((i) => i.id)).toEqual(['c', 'a', 'b', 'x']);
  });

  test('a thing whose neighbour was left out is not thrown to the front', () => {
    const { merged } = mergeDocuments(
      { list: [{ id: 'a' }, { id: 'b' }, { id: 'c' }] },
      { list: [{ id: 'a' }, { id: 'c' }] },
      { list: [{ id: 'a' }, { id: 'b' }, { id: 'x' }, { id: 'c' }] },
    );
    expect(merged.list.map((i) => i.id)).toEqual(['a', 'x', 'c']);
  });
});

describe('what both changed is a clash, part by part', () => {
  test('the same step in two ways: both sentences are said, and either can go on', () => {
    const at = base.steps.findIndex((s) => s.move.kind === 'crease');
    const flip = (plan: Plan, sense: 'valley' | 'mountain', soft: boolean): void => {
      const step = plan.steps[at]!;
      if (step.move.kind === 'crease') step.move = { ...step.move, sense, soft };
    };
    const mine = change((p) => {
      flip(p, 'mountain', false);
      p.brief.pose = 'mine';
    });
    const theirs = change((p) => {
      flip(p, 'valley', true);
      p.brief.pose = 'theirs';
    });
    const { merged, clashes } = mergePlans(base, mine, theirs);
    expect(clashes.map((c) => c.path.join('.'))).toEqual(['brief.pose', `steps.${base.steps[at]!.id}.move`]);
    expect(merged.steps[at]!.move).toEqual(mine.steps[at]!.move);
    const said = clashes.map((c) => sayClash(c, mine, theirs));
    expect(said[0]).toMatchObject({ what: 'Pose', mine: 'mine', theirs: 'theirs' });
    expect(said[1]!.what).toBe(`Step ${at + 1}`);
    expect(said[1]!.mine).toContain('(mountain)');
    expect(said[1]!.theirs).toContain('softly');
    const other = mergePlans(base, mine, theirs, () => 'theirs').merged;
    expect(other.steps[at]!.move).toEqual(theirs.steps[at]!.move);
    expect(other.brief.pose).toBe('theirs');
  });

  test('left out here and changed there', () => {
    const mine = change((p) => void p.steps.splice(5, 1));
    const theirs = change((p) => void (p.steps[5]!.note = 'look'));
    const { clashes } = mergePlans(base, mine, theirs);
    expect(clashes).toHaveLength(1);
    expect(sayClash(clashes[0]!, mine, theirs)).toMatchObject({ what: 'Step 6', mine: 'left out' });
    expect(mergePlans(base, mine, theirs, () => 'theirs').merged.steps[5]!.note).toBe('look');
  });

  test('parts that do not fit together are taken whole: a repeat never comes before what it repeats', () => {
    const repeat = base.steps.findIndex((s) => s.move.kind === 'repeat');
    const of = (base.steps[repeat]!.move as { of: string }).of;
    const first = base.steps.findIndex((s) => s.id === of);
    // Here the original moves to the end; there its repeat gets a note.
    const mine = change((p) => {
      const [original] = p.steps.splice(first, 1);
      p.steps = p.steps.filter((s) => s.move.kind !== 'repeat' || s.move.of !== of);
      p.steps.push(original!);
    });
    const theirs = change((p) => void (p.steps[repeat]!.note = 'as before'));
    for (const side of ['mine', 'theirs'] as const) {
      const { merged } = mergePlans(base, mine, theirs, () => side);
      expect(checkPlan(merged)).toEqual([]);
      expect(planSchema.safeParse(merged).success).toBe(true);
    }
  });
});

test('laws: an unchanged side gives the other, equal sides give themselves, sides may be swapped', () => {
  let seed = 7;
  const random = (n: number): number => (seed = (seed * 48271) % 2147483647) % n;
  const edit = (plan: Plan): Plan => {
    const p = structuredClone(plan);
    for (let k = 0; k < 3; k++) {
      const step = p.steps[random(p.steps.length)]!;
      switch (random(5)) {
        case 0:
          step.note = `note ${random(1000)}`;
          break;
        case 1:
          p.brief.pose = `pose ${random(3)}`;
          break;
        case 2:
          p.limbs.push({ id: `l${random(1e6)}`, name: 'tail', lengthMm: 10 + random(50), tip: null });
          break;
        case 3:
          p.paper.front.hex = `#0000${10 + random(80)}`;
          break;
        default:
          p.brief.copies = 1 + random(5);
      }
    }
    return p;
  };
  for (let run = 0; run < 60; run++) {
    const [mine, theirs] = [edit(base), edit(base)];
    expect(mergePlans(base, mine, base)).toEqual({ merged: mine, clashes: [] });
    expect(mergePlans(base, base, theirs)).toEqual({ merged: theirs, clashes: [] });
    expect(mergePlans(base, mine, mine).merged).toEqual(mine);
    const [there, back] = [mergePlans(base, mine, theirs), mergePlans(base, theirs, mine, () => 'theirs')];
    const sorted = (p: Plan) => ({ ...p, limbs: [...p.limbs].sort((a, b) => a.id.localeCompare(b.id)) });
    expect(sorted(back.merged)).toEqual(sorted(there.merged));
    expect(back.clashes.map((c) => c.path)).toEqual(there.clashes.map((c) => c.path));
    // Every change of either side is in the result or in a clash.
    if (there.clashes.length === 0) {
      if (!isAlike(theirs.brief, base.brief) && isAlike(mine.brief, base.brief))
        expect(there.merged.brief).toEqual(theirs.brief);
      for (const l of [...mine.limbs, ...theirs.limbs]) expect(there.merged.limbs).toContainEqual(l);
    }
  }
});

test('a run at the bench takes the longer time and whatever was stuck', () => {
  const run = { at: 2, steps: [{ step: 'a', seconds: 5, stuck: false }] };
  const { merged } = mergeDocuments(
    run,
    {
      at: 6,
      steps: [
        { step: 'a', seconds: 9, stuck: false },
        { step: 'b', seconds: 3, stuck: true },
      ],
    },
    { at: 3, steps: [{ step: 'a', seconds: 7, stuck: true }] },
    { choose: chooseLarger },
  );
  expect(merged).toEqual({
    at: 6,
    steps: [
      { step: 'a', seconds: 9, stuck: true },
      { step: 'b', seconds: 3, stuck: true },
    ],
  });
  expect(mergePlans(buildPlan('a'), buildPlan('b'), buildPlan('c')).clashes).toHaveLength(2);
});
