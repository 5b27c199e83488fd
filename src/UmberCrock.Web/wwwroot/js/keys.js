// One hand for the keys of every page. A page says which act a key does; fields, sheets, buttons and choices keep the keys that are theirs.
export const isTyping = target => target.matches('input:not([type=radio], [type=checkbox]), select, textarea');

const isTheirs = ({ target, key }) => (target.matches('button, summary, a') && (key === 'Enter' || key === ' '))
  || (target.matches('[type=radio]') && key.startsWith('Arrow'));

export const lettersOff = () => localStorage.getItem('letters-off') === 'yes';

// A listener for keydown. acts: what a key does, letters in lower case. An act that says false leaves the key to others.
// first sees the key before all else, in fields too; other gets the keys that have no act. Both say true for a key they took.
export const onKeys = (acts, { first = () => false, other = () => false } = {}) => event => {
  if (document.querySelector('dialog[open]')) return;
  if (first(event)) { event.preventDefault(); return; }
  if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target) || isTheirs(event)) return;
  const letter = /^[a-z]$/i.test(event.key);
  if (letter && lettersOff()) return;
  const key = letter ? event.key.toLowerCase() : event.key;
  const act = acts[key];
  if (act ? act(event) !== false : other(key, event)) event.preventDefault();
};

// A list is one stop of the Tab key; its arrows walk on from the line that had the focus last.
export const oneStop = things => {
  const stopAt = at => things.forEach(thing => { thing.tabIndex = thing === at ? 0 : -1; });
  stopAt(things.find(thing => thing === document.activeElement) ?? things[0]);
  things.forEach(thing => { thing.onfocus = () => stopAt(thing); });
};

// Puts the focus on the neighbour of the one that has it, of things in a row; on the first when none has it.
export const walk = (things, by) => {
  const at = things.indexOf(document.activeElement);
  things[Math.max(0, Math.min(at + by, things.length - 1))]?.focus();
};
