// Leaders run from a layer of the crock to its line's swatch, wherever the ledger has scrolled to.
export const drawLeaders = (rows, selected) => {
  const drawing = document.querySelector('.crockdrawing');
  const shown = document.getElementById('rows').getBoundingClientRect();
  const box = drawing.getBoundingClientRect();
  // All is measured before anything is drawn, so that the page is laid out once.
  const levels = rows.map(row => {
    const swatch = row.querySelector('.sw').getBoundingClientRect();
    return { row, line: row.dataset.line, y: swatch.top + swatch.height / 2 };
  });
  for (const { row, line, y } of levels) {
    const leader = drawing.querySelector(`.leader[data-line="${line}"]`);
    const own = Number(line) === selected;
    const marker = ['wedge', 'block'].find(shape => row.classList.contains(shape));
    for (const part of [leader, drawing.querySelector(`.dot[data-line="${line}"]`)]) {
      part.classList.toggle('sel', own);
      part.classList.toggle('wedge', own && marker === 'wedge');
      part.classList.toggle('block', own && marker === 'block');
    }
    if (y < shown.top - 4 || y > shown.bottom + 4) { leader.removeAttribute('d'); continue; }
    const x = Number(leader.dataset.x);
    leader.setAttribute('d', `M${x} ${leader.dataset.y}H${x + 25}L231 ${y - box.top + drawing.viewBox.baseVal.y}H240`);
  }
};
