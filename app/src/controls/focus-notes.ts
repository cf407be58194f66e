/** Gives the focus to the notes, where work goes on: to the grid, or the cell of the steps that Tab comes to. */
export function focusNotes(): void {
  const grid = document.querySelector<HTMLElement>('[data-testid=notes-grid], [data-testid=steps-grid] [data-cell][tabindex="0"]');
  grid?.focus({ preventScroll: true });
}
