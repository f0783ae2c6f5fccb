import type { ExportFormat, PatternOptions } from '@jade/core/exporting';

export const WORDS = {
  title: 'Take it with you',
  toPrint: 'To print',
  others: 'For other programs',
  booklet: 'Booklet of the steps',
  bookletSays: 'A cover with what is needed and the signs used, the steps, the shaping. PDF, fonts inside.',
  pattern: 'Pattern at full size',
  patternSays: 'One to one, over pages that overlap, with crosses and a ruler of 100 mm to check the print.',
  page: 'Page',
  by: 'Folded by',
  imposed: 'as a booklet to fold in half (print on both sides, turned at the short edge)',
  saveBooklet: 'Save the booklet',
  creases: 'What is on it',
  step: 'up to step',
  stepNote: '0: the last',
  otherSide: 'the other side of the paper up',
  pdf: 'PDF over pages',
  svg: 'SVG in mm',
  dxf: 'DXF in mm',
  stop: 'Stop',
  writingBooklet: 'The booklet is being written …',
  writingPattern: 'The pattern is being written …',
  away: 'The server that writes pages is away; nothing is lost. Try again when it is back, or save the SVG.',
  runs: 'Runs as CSV',
  runsSay: 'evenings at the bench, with the seconds of every step',
  diary: 'Diary as CSV',
  diarySays: 'sizes foreseen and measured, minutes, notes',
  saveIt: 'Save the table',
  picture: 'Picture of the finished model',
  pictureSays: 'PNG, as wide as you say',
  wide: 'px wide',
  savePng: 'Save PNG',
  planFile: 'Plan file',
  planFileSays: 'the plan with its runs and diary, to be taken in here again',
  saved: (file: string): string => `Saved as ${file}.`,
} as const;

export const CREASES: readonly { value: PatternOptions['creases']; label: string }[] = [
  { value: 'all', label: 'all creases' },
  { value: 'folded', label: 'creases folded in the end' },
  { value: 'marks', label: 'marks only' },
  { value: 'rim', label: 'the rim, to cut along' },
  { value: 'strip', label: 'strips with the marks of each edge' },
  { value: 'silhouette', label: 'the finished silhouette' },
];

/** Formats of the list, what they are for, their ending and kind. */
export const FORMATS: readonly {
  readonly format: ExportFormat;
  readonly word: string;
  readonly says: string;
  readonly ending: string;
  readonly type: string;
}[] = [
  {
    format: 'fold',
    word: 'FOLD',
    says: 'every folded state with its layers, and the figure in space',
    ending: 'fold',
    type: 'application/json',
  },
  {
    format: 'html',
    word: 'Web page',
    says: 'one page to send to a friend: the steps, and the figure to turn; needs no network',
    ending: 'html',
    type: 'text/html',
  },
  {
    format: 'gltf',
    word: 'glTF',
    says: 'the figure in space, for viewers',
    ending: 'gltf',
    type: 'model/gltf+json',
  },
  { format: 'obj', word: 'OBJ', says: 'the figure in space as a surface', ending: 'obj', type: 'text/plain' },
  { format: 'stl', word: 'STL', says: 'the same as triangles', ending: 'stl', type: 'text/plain' },
  {
    format: 'csv',
    word: 'CSV',
    says: 'a table of the steps with layers, sizes and minutes',
    ending: 'csv',
    type: 'text/csv',
  },
  {
    format: 'ics',
    word: 'iCalendar',
    says: 'the evenings before the day it is needed on',
    ending: 'ics',
    type: 'text/calendar',
  },
];
