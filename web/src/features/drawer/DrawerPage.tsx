import {
  createColumnHelper,
  createSortedRowModel,
  rowSortingFeature,
  sortFns,
  tableFeatures,
  useTable,
} from '@tanstack/react-table';
import { useState } from 'react';
import { type DrawerPaper, paperKinds, unknownPaper } from '@jade/core/paper';
import { sayNumber, toFigure, toLengthText } from '@jade/core/units';
import { sayFault } from '../../api/index.ts';
import { usePapers, useRecords, useSettings } from '../../records/index.ts';
import { Leaf, Notice, Waiting } from '../../ui/index.ts';
import { DrawerCsv } from './DrawerCsv.tsx';
import { PaperForm } from './PaperForm.tsx';
import { WORDS } from './words.ts';

const features = tableFeatures({ rowSortingFeature, sortedRowModel: createSortedRowModel(), sortFns });
const helper = createColumnHelper<typeof features, DrawerPaper>();
const columns = helper.columns([
  helper.accessor('name', { header: 'Paper' }),
  helper.accessor('kind', { header: 'Kind' }),
  helper.accessor('grammage', { header: 'g/m²' }),
  helper.accessor('caliperMm', { header: 'Caliper, mm' }),
  helper.accessor('widthMm', { header: 'Size' }),
  helper.accessor('count', { header: 'Sheets' }),
  helper.accessor('price', { header: 'Price' }),
]);

const fresh = (): DrawerPaper => ({
  id: `paper-${crypto.randomUUID().slice(0, 8)}`,
  name: '',
  kind: 'two-colour',
  grammage: 75,
  caliperMm: 0.09,
  frontName: 'colour',
  frontHex: '#7f93a8',
  backName: 'white',
  backHex: '#fdf6e3',
  widthMm: 240,
  heightMm: 240,
  count: 10,
  note: '',
  ...unknownPaper,
});

/** The paper drawer: what there is, in what size, how thick, how many. */
export function DrawerPage() {
  const { data, error } = usePapers();
  const [open, setOpen] = useState<DrawerPaper | null>(null);
  if (error && !data)
    return (
      <Notice tone="care" className="m-8 max-w-[640px]">
        {sayFault(error)}
      </Notice>
    );
  if (!data) return <Waiting what={WORDS.openingTheDrawer} />;
  const sheets = data.reduce((s, p) => s + p.count, 0);
  const few = data.filter((p) => p.count <= p.lowAt).length;
  const unmeasured = data.filter((p) => p.caliperMm === null).length;
  return (
    <main className="px-8 pt-5 pb-10">
      <h1 className="sr-only">{WORDS.paperDrawer}</h1>
      <p className="say mb-4">
        {data.length === 0 ? (
          WORDS.theDrawerIsEmpty
        ) : (
          <>
            <b>{sheets}</b> sheets of <b>{data.length}</b> papers
            {unmeasured > 0 ? (
              <>
                ; the caliper of <b>{unmeasured}</b> is not measured: a stack of ten under the caliper,
                divided by ten
              </>
            ) : (
              ''
            )}
            {few > 0 && (
              <>
                ; of <b>{few}</b> few are left
              </>
            )}
            .
          </>
        )}
      </p>
      <div className="mb-4 flex flex-wrap items-center gap-5">
        <button type="button" className="btn solid" onClick={() => setOpen(fresh())}>
          {WORDS.putAPaperIn}
        </button>
        <DrawerCsv papers={data} />
      </div>
      {data.length > 0 && <PaperTable papers={data} onOpen={setOpen} />}
      <Leaf open={open !== null} onOpen={(o) => !o && setOpen(null)} title={open?.name || WORDS.aNewPaper}>
        {open && <PaperForm key={open.id} paper={open} onDone={() => setOpen(null)} />}
      </Leaf>
    </main>
  );
}

function PaperTable({
  papers,
  onOpen,
}: {
  papers: readonly DrawerPaper[];
  onOpen: (paper: DrawerPaper) => void;
}) {
  const { unit } = useSettings();
  const { write, remove } = useRecords();
  const [taken, setTaken] = useState<DrawerPaper | null>(null);
  const table = useTable({ features, columns, data: papers as DrawerPaper[] });
  return (
    <>
      <table className="plain">
        <thead>
          <tr>
            {table.getHeaderGroups()[0]!.headers.map((header) => {
              const sorted = header.column.getIsSorted();
              return (
                <th
                  key={header.id}
                  scope="col"
                  aria-sort={sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : 'none'}
                >
                  <button
                    type="button"
                    className="min-h-[28px] underline decoration-dotted underline-offset-4"
                    onClick={header.column.getToggleSortingHandler()}
                  >
                    <table.FlexRender header={header} />{' '}
                    {sorted === 'asc' ? '↑' : sorted === 'desc' ? '↓' : ''}
                  </button>
                </th>
              );
            })}
            <th scope="col">{WORDS.bothSides}</th>
            <th scope="col">
              <span className="sr-only">{WORDS.actions}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {table.getRowModel().rows.map(({ original: p }) => (
            <tr key={p.id}>
              <th scope="row" className="!text-[15px] !text-ink">
                <span className="font-semibold">{p.name}</span>
                {(p.note || p.memory !== 'unknown') && (
                  <span className="note block">
                    {[p.note, p.memory === 'unknown' ? '' : `a crease ${p.memory}`]
                      .filter(Boolean)
                      .join('; ')}
                  </span>
                )}
              </th>
              <td>{paperKinds.find((k) => k.id === p.kind)?.name ?? p.kind}</td>
              <td>{p.grammage === null ? '–' : sayNumber(p.grammage)}</td>
              <td>{p.caliperMm === null ? WORDS.notMeasured : sayNumber(p.caliperMm)}</td>
              <td className="whitespace-nowrap">
                {toLengthText(p.widthMm, unit).text} × {toLengthText(p.heightMm, unit).text}
                {p.grain !== 'unknown' && <span className="note block">grain along the {p.grain}</span>}
              </td>
              <td className={p.count <= p.lowAt ? 'font-semibold text-persimmon' : 'font-semibold'}>
                {p.count}
                {p.count <= p.lowAt ? WORDS.left : ''}
              </td>
              <td>{p.price === null ? '–' : toFigure(p.price, 2)}</td>
              <td>
                <span className="inline-flex items-center gap-1">
                  <span className="h-5 w-5 border border-rule-strong" style={{ background: p.frontHex }} />
                  <span className="h-5 w-5 border border-rule-strong" style={{ background: p.backHex }} />
                  <span className="note ml-1">
                    {p.frontName}, {p.backName}
                  </span>
                </span>
              </td>
              <td className="whitespace-nowrap">
                <button type="button" className="act mr-3" onClick={() => onOpen(p)}>
                  change<span className="sr-only"> {p.name}</span>
                </button>
                <button
                  type="button"
                  className="act"
                  onClick={() => {
                    setTaken(p);
                    remove('paper', '', p.id);
                  }}
                >
                  take out<span className="sr-only"> {p.name}</span>
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {taken && (
        <p role="status" className="mt-3">
          {taken.name} was taken out.{' '}
          <button
            type="button"
            className="act"
            onClick={() => {
              write('paper', '', taken);
              setTaken(null);
            }}
          >
            {WORDS.putItBack}
          </button>
        </p>
      )}
    </>
  );
}
