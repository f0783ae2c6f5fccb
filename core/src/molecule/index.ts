/**
 * Room: from tips placed on a sheet to the creases of a base (universal molecule): every polygon between tips that lie
 * just their distance in the figure apart is inset until it splits or ends, and the creases are the ways of its corners.
 */
export type { MoleculeCrease } from './molecule.ts';
export type { MoleculeTree } from './tree.ts';
export { creasesOf } from './molecule.ts';
