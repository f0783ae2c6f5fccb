/** A generic kind of paper. Calipers and grammages are typical values (rule of thumb); measure your own stack. */
export interface PaperKind {
  readonly id: string;
  readonly name: string;
  readonly grammage: number;
  readonly caliperMm: number;
  readonly wetFoldable: boolean;
  /** How well a crease stays: 0 springs back, 1 stays for good. */
  readonly memory: number;
}

export const paperKinds: readonly PaperKind[] = [
  {
    id: 'thin-square',
    name: 'thin coloured square',
    grammage: 65,
    caliperMm: 0.08,
    wetFoldable: false,
    memory: 0.7,
  },
  {
    id: 'two-colour',
    name: 'two-colour square',
    grammage: 75,
    caliperMm: 0.09,
    wetFoldable: false,
    memory: 0.7,
  },
  { id: 'copy', name: 'copy paper', grammage: 80, caliperMm: 0.1, wetFoldable: false, memory: 0.5 },
  { id: 'kraft', name: 'kraft wrap', grammage: 70, caliperMm: 0.1, wetFoldable: false, memory: 0.8 },
  {
    id: 'mulberry',
    name: 'long-fibre mulberry',
    grammage: 32,
    caliperMm: 0.07,
    wetFoldable: true,
    memory: 0.4,
  },
  {
    id: 'laminate',
    name: 'tissue-foil-tissue laminate',
    grammage: 50,
    caliperMm: 0.06,
    wetFoldable: false,
    memory: 1,
  },
  { id: 'foil-backed', name: 'foil-backed', grammage: 55, caliperMm: 0.06, wetFoldable: false, memory: 0.95 },
  {
    id: 'textured',
    name: 'textured coloured',
    grammage: 90,
    caliperMm: 0.12,
    wetFoldable: false,
    memory: 0.6,
  },
  {
    id: 'sized-cotton',
    name: 'sized cotton',
    grammage: 120,
    caliperMm: 0.15,
    wetFoldable: true,
    memory: 0.6,
  },
  {
    id: 'watercolour',
    name: 'sized watercolour',
    grammage: 185,
    caliperMm: 0.26,
    wetFoldable: true,
    memory: 0.5,
  },
  { id: 'glassine', name: 'glassine', grammage: 40, caliperMm: 0.035, wetFoldable: false, memory: 0.9 },
  { id: 'magazine', name: 'magazine page', grammage: 80, caliperMm: 0.07, wetFoldable: false, memory: 0.6 },
];

export const findPaperKind = (id: string): PaperKind | undefined => paperKinds.find((k) => k.id === id);
