// Sends the forms of a page and shows the answer in place: what is heard goes on, and nothing that was typed elsewhere is lost.
import { letGo } from './letgo.js';

const parsed = async answer => new DOMParser().parseFromString(await answer.text(), 'text/html');

const follow = doc => {
  const page = document.querySelector('main');
  const next = doc.querySelector('main');
  Object.keys(page.dataset).filter(name => name !== 'tab' && name !== 'awake').forEach(name => { delete page.dataset[name]; });
  Object.assign(page.dataset, next.dataset);
  document.body.dataset.behindAt = doc.body.dataset.behindAt;
  document.getElementById('behind').hidden = true;
  return [page, next];
};

// The whole page, after an act of one's own.
export const showAll = doc => {
  const [page, next] = follow(doc);
  page.replaceChildren(...next.childNodes);
};

// What others changed: a part in which something is being typed stays, but knows the last entry.
export const showOthers = (doc, parts) => {
  const [page, next] = follow(doc);
  parts.forEach(part => {
    const [old, now] = [page.querySelector(part), next.querySelector(part)];
    const typed = old && [...old.querySelectorAll('input:not([type=hidden])')].some(field => field.value !== field.defaultValue);
    if (!old || !now || typed || (old.contains(document.activeElement) && document.activeElement.id !== 'grams')) return;
    old.replaceWith(now);
  });
  const after = next.querySelector('input[name=after]')?.value;
  if (after) page.querySelectorAll('input[name=after]').forEach(field => { field.value = after; });
};

const whenLetGo = async answer => {
  const doc = await parsed(answer);
  await letGo();
  return doc;
};

export const read = async address => whenLetGo(await fetch(address));

// True when the answer is shown; false when none came, and all stands as it was.
export const send = async (form, submitter) => {
  const answer = await fetch(form.action, { method: 'POST', body: new FormData(form, submitter) }).catch(() => null);
  if (!answer) return false;
  const there = new URL(answer.url);
  if (there.pathname !== location.pathname) { location.assign(there); return true; }
  // A refusal is shown under the address of the page itself.
  if (answer.redirected) history.replaceState(null, '', there);
  showAll(await whenLetGo(answer));
  return true;
};
