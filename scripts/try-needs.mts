import { buildCastPlans } from '../core/src/demo/index.ts';
import { replaySequence } from '../core/src/sequence/index.ts';
import { readNeeds, needsBySkill } from '../core/src/practice/index.ts';
const all = Object.entries(buildCastPlans()).map(([n,p])=>{
  const t=performance.now();
  const r=replaySequence({sheet:p.sheet.shape,points:p.points,steps:p.steps});
  const needs=readNeeds('demo-'+n,p,r,p.sheet.sideMm??200);
  console.log(n, Math.round(performance.now()-t),'ms', needsBySkill([needs]).map(x=>`${x.skill} x${x.count} ${x.hardest.layers}L ${x.hardest.reachMm.toFixed(0)}mm`).join(', '));
  return needs;
});
