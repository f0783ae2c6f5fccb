import { useState } from 'react';
import { type DrawerPaper, drawerPaperSchema, paperKinds } from '@jade/core/paper';
import { useRecords, useSettings } from '../../records/index.ts';
import { MeasureStack } from './MeasureStack.tsx';
import { Choice, Field, LengthField, NumberField, Notice, TextField, useKeptForm } from '../../ui/index.ts';
import { WORDS } from './words.ts';

const GRAINS: readonly { readonly value: DrawerPaper['grain']; readonly label: string }[] = [
  { value: 'unknown', label: 'not known' },
  { value: 'width', label: 'the width' },
  { value: 'height', label: 'the height' },
];
const MEMORIES: readonly { readonly value: DrawerPaper['memory']; readonly label: string }[] = [
  { value: 'unknown', label: 'not known' },
  { value: 'keeps', label: 'keeps' },
  { value: 'eases', label: 'eases' },
  { value: 'springs back', label: 'springs back' },
];

/** One paper of the drawer, written or changed. */
export function PaperForm({ paper, onDone }: { paper: DrawerPaper; onDone: () => void }) {
  const { unit } = useSettings();
  const [draft, set, clear] = useKeptForm(`paper-${paper.name === '' ? 'new' : paper.id}`, () => paper);
  const [fault, setFault] = useState('');
  const { write } = useRecords();
  const save = (): void => {
    if (draft.name.trim() === '') return setFault('The paper has no name; write one you will know it by.');
    const checked = drawerPaperSchema.safeParse({ ...draft, id: paper.id, name: draft.name.trim() });
    if (!checked.success) {
      const [issue] = checked.error.issues;
      return setFault(`Not kept: ${issue!.path.join(' ')}: ${issue!.message}.`);
    }
    setFault('');
    write('paper', '', checked.data);
    clear();
    onDone();
  };
  const colour = (label: string, name: 'frontName' | 'backName', hex: 'frontHex' | 'backHex') => (
    <div className="flex items-end gap-2">
      <TextField
        className="flex-1"
        label={label}
        most={30}
        value={draft[name]}
        onText={(t) => set({ [name]: t })}
      />
      <Field label={WORDS.shade}>
        {({ id }) => (
          <input
            id={id}
            type="color"
            className="h-9 w-12"
            value={draft[hex]}
            onChange={(e) => set({ [hex]: e.target.value })}
          />
        )}
      </Field>
    </div>
  );
  return (
    <form
      className="grid grid-cols-2 gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        save();
      }}
    >
      <TextField
        className="col-span-2"
        label={WORDS.name}
        value={draft.name}
        onText={(name) => set({ name })}
      />
      <Choice
        label={WORDS.kind}
        value={draft.kind}
        options={paperKinds.map((k) => ({ value: k.id, label: k.name }))}
        className="col-span-2"
        onChoice={(kind) => {
          const known = paperKinds.find((k) => k.id === kind)!;
          set({ kind, grammage: known.grammage, caliperMm: known.caliperMm });
        }}
        note={WORDS.fillsInTheUsual}
      />
      <NumberField
        label={WORDS.weightGM}
        value={draft.grammage ?? 80}
        low={5}
        high={1000}
        step={0.1}
        onNumber={(grammage) => set({ grammage })}
      />
      <NumberField
        label={WORDS.caliperMm}
        value={draft.caliperMm ?? 0.1}
        low={0.005}
        high={3}
        step={0.001}
        onNumber={(caliperMm) => set({ caliperMm })}
        note={WORDS.tenSheetsUnderThe}
      />
      <LengthField
        label={WORDS.width}
        unit={unit}
        valueMm={draft.widthMm}
        onLength={(mm) => mm !== null && set({ widthMm: mm })}
      />
      <LengthField
        label={WORDS.height}
        unit={unit}
        valueMm={draft.heightMm}
        onLength={(mm) => mm !== null && set({ heightMm: mm })}
      />
      <MeasureStack paper={draft} onMeasured={set} />
      {colour('Front side', 'frontName', 'frontHex')}
      {colour('Back side', 'backName', 'backHex')}
      <NumberField
        label={WORDS.sheets}
        value={draft.count}
        low={0}
        high={100000}
        onNumber={(count) => set({ count })}
      />
      <NumberField
        label={WORDS.fewFrom}
        value={draft.lowAt}
        low={0}
        high={100000}
        onNumber={(lowAt) => set({ lowAt })}
        note={WORDS.sheetsLeftWhenIt}
      />
      <NumberField
        label={WORDS.priceOfASheet}
        value={draft.price ?? 0}
        low={0}
        high={100000}
        step={0.01}
        onNumber={(price) => set({ price: price > 0 ? price : null })}
        note={WORDS.inYourOwnMoney}
      />
      <Choice
        label={WORDS.grainRunsAlong}
        value={draft.grain}
        options={GRAINS}
        onChoice={(grain) => set({ grain })}
      />
      <Choice
        label={WORDS.aCrease}
        value={draft.memory}
        options={MEMORIES}
        onChoice={(memory) => set({ memory })}
      />
      <TextField label={WORDS.note} most={400} value={draft.note} onText={(note) => set({ note })} />
      {fault && (
        <Notice tone="care" className="col-span-2">
          {fault}
        </Notice>
      )}
      <button type="submit" className="btn solid col-span-2">
        {WORDS.keepThisPaper}
      </button>
    </form>
  );
}
