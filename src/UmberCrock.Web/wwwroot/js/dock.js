// The dose under the thumb, on a phone: the selected line's, with its first fix.
const heldAfter = 450;

export const drawDock = row => {
  const $ = id => document.getElementById(id);
  $('dock-dose').textContent = row?.querySelector('.dose').value ?? '';
  $('dock-dose').className = row?.querySelector('.dose').className.replace('dose', '') ?? '';
  $('dock-grams').textContent = row ? `${row.querySelector('.gr').firstChild.data.trim()} g` : '';
  const fix = row && [...document.querySelectorAll('.finding')]
    .filter(finding => finding.dataset.lines.split(' ').includes(row.dataset.line))
    .map(finding => finding.querySelector('[data-fix]'))
    .find(Boolean);
  const button = $('dock-fix');
  button.hidden = !fix;
  button.innerHTML = fix?.innerHTML ?? '';
  if (fix) { button.dataset.fix = fix.dataset.fix; button.dataset.code = fix.closest('.finding').dataset.code; } else delete button.dataset.fix;
};

// A press that is held takes the larger step, and again for as long as it is held; the click that ends it takes none.
export const holds = nudge => event => {
  const button = event.target.closest('[data-held]');
  if (!button) return;
  let held = false;
  const timer = setInterval(() => { held = true; nudge(Number(button.dataset.held)); }, heldAfter);
  const swallow = late => late.stopPropagation();
  const over = () => {
    clearInterval(timer);
    for (const end of ['pointerup', 'pointercancel']) removeEventListener(end, over);
    if (held) addEventListener('click', swallow, { capture: true });
    setTimeout(() => removeEventListener('click', swallow, { capture: true }));
  };
  for (const end of ['pointerup', 'pointercancel']) addEventListener(end, over);
};
