// What each key of the bench does; the buttons of the foot and of the sheets do the same.
import { openPhase } from './phases.js';

// What a key adds to the selected dose, in percent; ten times as much with Shift.
export const nudges = { '+': 0.1, '=': 0.1, '*': 0.1, '-': -0.1, '\u2212': -0.1, _: -0.1 };

export const actsOf = bench => {
  const $ = selector => document.querySelector(selector);
  const { id } = document.getElementById('bench').dataset;
  const now = () => document.getElementById('bench').dataset.version;
  const edit = op => ({ edits: [{ op, line: bench.selected }] });
  const page = name => () => { location.href = `/bench/${id}/${name}`; };
  const row = () => bench.rows()[bench.selected];
  // Without a line there is nothing to act on, and it is said what to do.
  const hasLine = () => {
    if (row()) return true;
    $('#refusal').textContent = 'There is no line yet. Press / and name an ingredient.';
    return false;
  };
  const nudge = key => event => bench.nudge(nudges[key] * (event?.shiftKey ? 10 : 1));
  const sheet = name => () => $(`#${name}-sheet`).showModal();
  return {
    ArrowUp: event => bench.moves(event),
    ArrowDown: event => bench.moves(event),
    ...Object.fromEntries(Object.keys(nudges).map(key => [key, nudge(key)])),
    '/': () => bench.$dispatch('open-adding', { phase: row()?.dataset.phase }),
    b: () => { if (hasLine()) bench.send('Edit', edit('setBalance')); },
    '.': () => bench.nextFinding(),
    z: event => bench.send(event?.shiftKey ? 'Redo' : 'Undo', {}),
    y: () => bench.send('Redo', {}),
    s: () => bench.send('Keep', {}),
    p: () => openPhase(null),
    f: () => openPhase($(`[data-phase-edit="${row()?.dataset.phase}"]`)),
    e: sheet('formula'),
    line: () => { if (row()) { $('#line-which').textContent = row().dataset.name; sheet('line')(); } },
    up: () => { if (hasLine()) bench.move(-1); },
    down: () => { if (hasLine()) bench.move(1); },
    i: () => { if (hasLine()) location.href = `/larder/${row().dataset.slug}`; },
    x: () => { location.href = `/bench/${id}?handler=Export`; },
    o: () => $('#import-file').click(),
    bin: () => { const form = $('#bench-delete'); form.elements.version.value = now(); form.requestSubmit(); },
    copy: () => $('#bench-copy').requestSubmit(),
    g: () => bench.showEarlier(),
    r: () => { if (hasLine()) bench.$dispatch('open-swaps', { line: bench.selected }); },
    m: () => { if (hasLine()) bench.$dispatch('open-make'); },
    a: () => { if (hasLine()) bench.$dispatch('open-make', { what: 'settled' }); },
    c: page('compare'),
    l: page('ladder'),
    t: page('label'),
    h: page('how'),
    n: page('notes'),
    w: page('weigh'),
    d: page('method'),
    Delete: () => { if (hasLine()) bench.send('Edit', edit('removeLine'), () => bench.select(bench.selected)); },
    Enter: () => bench.select(bench.selected, true),
    Escape: () => bench.select(bench.selected),
  };
};
