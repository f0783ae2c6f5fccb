/** Room: small parts used on every screen: fields, choices, verdict slips, rules, dialogs. No geometry. */
export { Field, LengthField, TextField, Choice, NumberField, DateField } from './fields.tsx';
export { Notice } from './Notice.tsx';
export { NarrowestReading, Reading } from './Reading.tsx';
export { Leaf } from './Leaf.tsx';
export { Trouble, Waiting } from './Trouble.tsx';
export { Underway } from './Underway.tsx';
export { sayDay, sayDayAndMonth, sayDayOfYear, sayMoment, sayShortDay } from './dates.ts';
export { ask, whenAsked } from './asks.ts';
export { useNear } from './useNear.ts';
export { useKeptForm } from './useKeptForm.ts';
