/** Sentences and labels of the figure in space that stand in one place only. */
export const WORDS = {
  again: 'Again',
  audience: 'Audience',
  done: 'Done',
  flat: 'flat',
  foldingThePicturesIn: 'Folding the pictures in between …',
  linesOfTheTable: 'lines of the table 10 mm apart',
  mAboveIt: 'm above it',
  mAway: 'm away',
  playTheShaping: 'Play the shaping',
  png: 'PNG',
  svg: 'SVG',
  theFigureInSpace: 'The figure in space',
  thisBrowserDrawsNothing:
    'This browser draws nothing in space (no WebGL); sizes and verdicts beside are computed all the same.',
  thisViewAsPng: 'this view as PNG',
  thisViewAsSvg: 'this view as SVG',
  whereTheShapingIs: 'Where the shaping is',
} as const;
