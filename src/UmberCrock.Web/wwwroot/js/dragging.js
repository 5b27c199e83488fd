// A line that is dragged to another place of the ledger; part of the bench.
export const dragging = {
  dragged: null,

  drag(event) {
    const row = event.target.closest?.('.row');
    this.dragged = row ? Number(row.dataset.line) : null;
    if (this.dragged !== null) event.dataTransfer.effectAllowed = 'move';
  },

  over(event) { if (this.dragged !== null && event.target.closest('.row, .phase[id]')) event.preventDefault(); },

  drop(event) {
    const [row, phase] = [event.target.closest('.row'), event.target.closest('.phase[id]')];
    if (this.dragged === null || !(row || phase)) return;
    event.preventDefault();
    const line = this.dragged;
    this.dragged = null;
    if (Number(row?.dataset.line) === line) return;
    const into = row?.dataset.phase ?? phase.id.replace('phase-', '');
    const own = this.rows().filter(other => other.dataset.phase === into && Number(other.dataset.line) !== line);
    // Where it is dropped it stands: dragged down it comes after the line there, dragged up before it.
    const isDown = row && this.rows()[line].dataset.phase === into && Number(row.dataset.line) > line;
    const position = row ? own.indexOf(row) + (isDown ? 1 : 0) : 0;
    this.send('Edit', { edits: [{ op: 'moveLine', line, phase: into, position }] });
  },
};
