import { writeFileSync } from 'node:fs';
import { collectPages, writeCutting } from '@jade/core/booklet';
import { readPageFonts } from '@jade/core/fonts';
import { toCuttingDxf } from '@jade/core/formats';
import { type Base, bases, findBase, foldBase, precreaseState } from '@jade/core/bases';
import {
  DESIGN_EFFORT,
  FITS,
  PARTING_EFFORT,
  marksOfTips,
  offerBases,
  partBase,
  stageAt,
  stagesOf,
} from '@jade/core/design';
import { DRAFT_CALLS, draftFigure } from '@jade/core/draft';

import { buildEffort } from '@jade/core/effort';

import { checkState, foldsOf } from '@jade/core/folded';

import { MOST_PIECES, toCutting } from '@jade/core/paper';
import { PACKING_HOPS, pack, provePacking, spareOf } from '@jade/core/packing';
import { efficiencyOf, flapsOf, leavesOf, matchBases, taskOfFigure, toPackingTask } from '@jade/core/parts';

import { BadInput, readAmount, readArgs, readBox, readCount, readFigureFile, readSheet } from './input.ts';
import { type Verb, valueOf } from './verb.ts';

/** A base of the atlas by its name; throws with all names for one there is not. */
function baseCalled(name: string): Base {
  const base = findBase(name);
  if (!base)
    throw new BadInput(`there is no base "${name}"; the names are ${bases.map((b) => b.id).join(', ')}.`);
  return base;
}

/** Verbs about what to fold from: bases, figures, sheets. */
export const designVerbs: Record<string, Verb> = {
  base: {
    usage: 'base [NAME]',
    about:
      'A base of the catalogue as the engine folds it: flaps in sheet sides and the crease pattern. Without a name: the names.',
    run(args) {
      const { files } = readArgs(args, {}, 0);
      if (files.length === 0) return { bases: bases.map((b) => b.id) };
      const base = baseCalled(files[0]!);
      const folded = foldBase(base);
      const { state, flaps, measures } = folded;
      return {
        name: base.name,
        flaps: flaps.map((f) => ({
          name: f.tip,
          length: f.length,
          width: f.width,
          layers: f.layers,
          tip: f.tipOnSheet,
        })),
        creasePattern: foldsOf(state).map((f) => ({ from: f.from, to: f.to, sense: f.sense })),
        efficiency: efficiencyOf(folded) ?? null,
        silhouette: { width: measures.width, height: measures.height, area: measures.silhouetteArea },
        layersMax: measures.spot.layers,
      };
    },
  },
  match: {
    usage: 'match PARTS.json',
    about:
      'Bases of the atlas for a stick figure, the smallest sheet first: side in mm, which flap becomes which limb, what decides and what is left over.',
    run(args) {
      const { files } = readArgs(args, {}, 1);
      const figure = readFigureFile(files[0]!);
      const limbs = flapsOf(figure).map((f) => ({ id: f.leaf, name: f.limb, lengthMm: f.lengthMm }));
      const square = bases.filter((b) => b.sheet.kind === 'square').map(foldBase);
      return matchBases(square, taskOfFigure(figure, limbs)).map((m) => ({
        base: m.baseId,
        sheetSide: m.sideMm ?? null,
        binding: m.limiting?.limb.name ?? null,
        assignment: m.assignment.map((a) => ({
          limb: a.limb.name,
          flap: a.flapTip,
          length: a.flapLength,
          need: a.needMm,
        })),
        hub: m.seat?.nodes[0] ?? null,
        farHub: m.seat?.nodes[1] ?? null,
        spare: m.spareFlaps,
        missing: m.missingFlaps,
      }));
    },
  },
  pack: {
    usage: 'pack PARTS.json [--sheet square|a:b|half-square|hexagon|octagon] [--seconds S] [--seed N]',
    about:
      'The smallest sheet the figure could have at all, by circle packing: scale in sheet sides per mm, places of the ends, which ends touch, and whether it is proved locally best. --seconds only ends the search early.',
    run(args) {
      const { files, values } = readArgs(
        args,
        { sheet: { type: 'string' }, seconds: { type: 'string' }, seed: { type: 'string' } },
        1,
      );
      const figure = readFigureFile(files[0]!);
      const task = toPackingTask(figure, readSheet(values.sheet));
      const seconds = readAmount(values.seconds, 'seconds', 0.01, 3600) ?? Infinity;
      const end = performance.now() + seconds * 1000;
      const effort = buildEffort(PACKING_HOPS, undefined, () => performance.now() > end);
      const packing = valueOf(
        pack(task, effort, { seed: readCount(values.seed, 'seed', 0, 0xffffffff) ?? 1 }),
      );
      const proof = valueOf(provePacking(task, packing));
      const spare = valueOf(spareOf(task, packing));
      const leaves = leavesOf(figure);
      return {
        scale: packing.scale,
        positions: Object.fromEntries(leaves.map((leaf, i) => [leaf, packing.positions[i]!])),
        sheetSide: 1 / packing.scale,
        violation: proof.violation,
        active: packing.active.map((pair) => pair.map((i) => leaves[i]!)),
        locallyBest: proof.isLocalBest,
        spare: Object.fromEntries(leaves.map((leaf, i) => [leaf, spare[i]!])),
        hops: packing.hops,
      };
    },
  },
  design: {
    usage:
      'design PARTS.json [--sheet square|a:b|half-square|hexagon|octagon] [--grid 16|24|32|22.5] [--seed N]',
    about:
      'Bases of its own for a stick figure of 3 to 14 ends, verified: the one on the least sheet first, then the thinnest and the one with fewest layers where limbs meet. Side in mm beside the bound by packing, crease pattern in sheet sides, pre-creasing steps and the collapse (in stages where each lies flat), layers, and how far the worst mark of an end is off, in mm. --grid: ends on the rim lie on points of a grid; 22.5 keeps the bases whose creases all lie on steps of 22.5 degrees of themselves, which few do (then sheetSide is null).',
    run(args) {
      const { files, values } = readArgs(
        args,
        { sheet: { type: 'string' }, seed: { type: 'string' }, grid: { type: 'string' } },
        1,
      );
      const figure = readFigureFile(files[0]!);
      const sheet = readSheet(values.sheet);
      const fit = FITS.find((g) => String(g) === values.grid);
      if (values.grid !== undefined && fit === undefined)
        throw new BadInput(
          `--grid ${String(values.grid)} is no grid of ours; write one of ${FITS.join(', ')}.`,
        );
      const began = performance.now();
      const found = valueOf(
        offerBases(figure, sheet, buildEffort(DESIGN_EFFORT), {
          seed: readCount(values.seed, 'seed', 0, 0xffffffff) ?? 1,
          ...(fit ? { fit } : {}),
        }),
      );
      const rows = found.offers.map(({ design, folded, bestIn, longer, match }) => {
        const stages = stagesOf(design);
        const written = precreaseState(sheet, design.state, {
          prefix: 'own',
          ...(stages ? { stageAt: (p) => stageAt(stages, p) } : {}),
        });
        const marks = marksOfTips(design, sheet);
        return {
          bestIn,
          sheetSide: design.sideMm,
          bound: found.boundMm,
          layersAtHub: design.hubLayers,
          layersMax: design.layersMax,
          facets: design.state.facets.length,
          verified: checkState(design.state).length === 0 && folded.flaps.length === match.assignment.length,
          mirrored: found.isMirrored,
          flaps: match.assignment.map((a) => ({ limb: a.limb.name, flap: a.flapTip, length: a.flapLength })),
          longer,
          marks: marks.filter((m) => m.creases > 0).length,
          worstMarkMm: Math.max(0, ...marks.map((m) => m.error)) * design.sideMm,
          steps:
            typeof written === 'string'
              ? { told: written }
              : {
                  count: written.steps.length,
                  byPlace: written.byPlace,
                  collapses: written.stages,
                  steps: written.steps,
                },
          creasePattern: foldsOf(design.state).map((f) => ({ from: f.from, to: f.to, sense: f.sense })),
        };
      });
      const [best, ...others] = rows;
      return {
        ...(best ?? { sheetSide: null, bound: found.boundMm, verified: false }),
        others,
        tried: found.tried,
        ms: Math.round(performance.now() - began),
      };
    },
  },
  part: {
    usage: 'part PARTS.json --base NAME',
    about:
      'How a base of the atlas with too few flaps can serve a stick figure: which ends share a flap that is split, or is given strips along both edges at its corner, the sheet each asks for by arithmetic, and the verified pattern where one came of it (sheetSide null where none did).',
    run(args) {
      const { files, values } = readArgs(args, { base: { type: 'string' } }, 1);
      const figure = readFigureFile(files[0]!);
      const base = baseCalled(String(values.base ?? ''));
      const found = valueOf(partBase(figure, foldBase(base), buildEffort(PARTING_EFFORT)));
      return found.map(({ way, bundles, plannedMm, stripMm, offer }) => ({
        way,
        bundles,
        planned: plannedMm,
        strip: stripMm,
        sheetSide: offer?.design.sideMm ?? null,
        verified: offer !== undefined && checkState(offer.design.state).length === 0,
        layersMax: offer?.design.layersMax ?? null,
        longer: offer?.longer ?? [],
        creasePattern: offer
          ? foldsOf(offer.design.state).map((f) => ({ from: f.from, to: f.to, sense: f.sense }))
          : null,
      }));
    },
  },
  draft: {
    usage: 'draft PARTS.json [--base NAME] [--calls N]',
    about:
      'Sequences drafted by the engine from a posed stick figure on a square, best first: from one base of the atlas, or from all that serve and bases of its own. Accepted: every limb within 5 % and 5 degrees, every joint within 5 % of the span of its place; readable: also no detour over 5 %, every end shows, at most 25 % of the area off the limbs. --calls: steps the engine may try.',
    run(args) {
      const { files, values } = readArgs(args, { base: { type: 'string' }, calls: { type: 'string' } }, 1);
      const figure = readFigureFile(files[0]!);
      const named = values.base === undefined ? undefined : baseCalled(String(values.base));
      const from = named ? [named] : bases.filter((b) => b.sheet.kind === 'square');
      const began = performance.now();
      const effort = buildEffort(readCount(values.calls, 'calls', 1, 100_000) ?? DRAFT_CALLS);
      const found = valueOf(
        draftFigure(figure, from.map(foldBase), effort, named ? {} : { own: { kind: 'square' } }),
      );
      return {
        drafts: found.map(({ baseId, sideMm, steps, verdict, layersMax, minutes, hardest, troubles }) => ({
          base: baseId,
          sheetSide: sideMm,
          steps: steps.length,
          accepted: verdict.isAccepted,
          readable: verdict.isReadable,
          placeOff: verdict.placeOff,
          areaOff: verdict.areaOff,
          outlineOff: verdict.outlineOff,
          detour: Math.max(0, ...verdict.limbs.map((l) => l.detour)),
          layersMax,
          hardest: hardest.kind,
          minutes,
          worst: verdict.worst,
          limbs: verdict.limbs.map((l) => ({
            limb: l.chain.name,
            offShare: l.offShare,
            offDegrees: l.offDegrees,
            placeOff: l.placeOff,
            endShows: l.endShows,
          })),
          troubles,
        })),
        ms: Math.round(performance.now() - began),
      };
    },
  },
  cut: {
    usage: 'cut --need 240x240mm --stock 500x700mm [--trim 5] [--grain] [--half] [--out FILE.pdf|FILE.dxf]',
    about:
      'How many pieces come out of a stock sheet, where they lie in mm, the cuts in order, and the share left over. --trim: mm off every edge; --grain: pieces keep their direction; --half: half squares, two from each square. --out: at full size.',
    async run(args) {
      const { values } = readArgs(
        args,
        {
          need: { type: 'string' },
          stock: { type: 'string' },
          trim: { type: 'string' },
          grain: { type: 'boolean' },
          half: { type: 'boolean' },
          out: { type: 'string' },
        },
        0,
      );
      const stock = { id: 'stock', name: 'stock', ...readBox(values.stock, 'stock') };
      const need = readBox(values.need, 'need');
      const cutting = toCutting({ ...need, isHalfSquare: values.half === true }, stock, {
        trimMm: readAmount(values.trim, 'trim', 0, 100) ?? 0,
        keepGrain: values.grain === true,
      });
      const { pieces, layout, cuts, waste } = cutting;
      if (values.out) {
        if (pieces > MOST_PIECES)
          throw new BadInput(
            `${pieces} pieces are too many to draw; at most ${MOST_PIECES} are. Take a larger piece or a smaller sheet.`,
          );
        const title = `${pieces} pieces of ${need.widthMm} x ${need.heightMm} mm`;
        writeFileSync(
          String(values.out),
          String(values.out).endsWith('.dxf')
            ? toCuttingDxf(cutting, stock)
            : await collectPages((sink) => writeCutting(sink, { title, stock, cutting }, readPageFonts())),
        );
      }
      return { pieces, layout, cuts, waste };
    },
  },
};
