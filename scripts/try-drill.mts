import { buildDrills, hardnessOf } from '../core/src/practice/drill.ts';
import { skillNames } from '../core/src/practice/skills.ts';
import { replaySequence, sayStep } from '../core/src/sequence/index.ts';
for (const skill of skillNames) {
  const t = performance.now();
  const out: string[] = [];
  let last='';
  for (let seed=1; seed<=4; seed++) {
    const d = buildDrills({ skill, seed, need: { layers: 8, reachMm: 20 } });
    out.push(d.map(d=>`${d.sequence.steps.length}st ${d.layers}L ${d.sideMm}mm ${d.reachMm.toFixed(0)}`).join(', ')||'none');
    const e=d.at(-1); if(e) last = sayStep(e.sequence.steps.at(-1)!, e.sequence);
  }
  console.log(skill, Math.round((performance.now()-t)/4), 'ms |', out.join(' | '), '|', last);
}
