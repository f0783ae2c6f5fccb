import { PLAN_FORMAT } from '../plan/index.ts';

/** What can be taken in. */
export const intakeKinds = ['fold', 'svg', 'dxf', 'plan', 'drawer', 'archive'] as const;
export type IntakeKind = (typeof intakeKinds)[number];

/** Files larger than this are not read, in bytes; archives have a limit of their own. */
export const MOST_FILE_BYTES = 20_000_000;

/** So much of a file is enough to see what it is. */
const HEAD = 4000;

/**
 * What a file is, by what it begins with, and by its name only where that says nothing. A sentence where it is nothing that
 * can be taken in.
 */
export function recognise(name: string, head: string): IntakeKind | { readonly fault: string } {
  const text = head
    .slice(0, HEAD)
    .replace(/^\uFEFF/, '')
    .trimStart();
  const none = (why: string): { fault: string } => ({
    fault: `"${name.slice(0, 80)}" ${why} A crease pattern (.fold, .svg, .dxf), a plan file, a drawer as CSV or an archive can be taken in.`,
  });
  if (text.startsWith('PK')) return 'archive';
  if (text === '') return none('is empty.');
  if (text.startsWith('{')) {
    if (text.includes(PLAN_FORMAT)) return 'plan';
    if (/"(file_spec|vertices_coords|edges_vertices|frame_classes)"/.test(text) || /\.fold$/i.test(name))
      return 'fold';
    return /\.json$/i.test(name) ? 'plan' : none('is JSON, but neither a plan nor a crease pattern.');
  }
  if (text.startsWith('<'))
    return /<svg[\s>]/.test(text) || /\.svg$/i.test(name) ? 'svg' : none('is marked up, but no SVG drawing.');
  if (
    /^(0\r?\n\s*SECTION|999\r?\n)/.test(text) ||
    text.startsWith('AutoCAD Binary DXF') ||
    /\.dxf$/i.test(name)
  )
    return 'dxf';
  if (/\.fold$/i.test(name)) return 'fold';
  if (/\.csv$/i.test(name)) return 'drawer';
  return none('is nothing this program knows.');
}
