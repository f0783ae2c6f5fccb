/** What a choice is made with once: a landmark, a tool, a step. A crease is pressed several times and keeps the focus. */
const PASSING = '[data-mark],[data-tool],[data-keep],[data-step-card]';

/** Whether the focus may be moved for the folder: nothing has it, or something a choice was made with. */
export function hasNoOther(): boolean {
  const active = document.activeElement;
  return active === null || active === document.body || active.closest(PASSING) !== null;
}
