// The label as one types: what is chosen is kept and drawn at once; claims are judged while they are typed and kept when the field is left.
import { wordsOf } from './ask.js';

(() => {
  const form = document.getElementById('label-form');
  const refusal = document.getElementById('label-refusal');
  const answer = document.getElementById('label-answer');
  const claims = form.elements.claims;
  let [sending, again, keeps, unanswered, line] = [false, false, false, false, -1];

  // Every part of an answer goes to its place; what was unfolded stays so.
  const place = holder => {
    for (const part of holder.querySelectorAll('[data-part]')) {
      const target = document.getElementById(part.dataset.part);
      const open = [...target.querySelectorAll('details')].map(details => details.open);
      target.replaceChildren(...part.childNodes);
      target.querySelectorAll('details').forEach((details, index) => { details.open = open[index] ?? false; });
    }
    for (const own of form.querySelectorAll('[data-own]')) own.hidden = form.elements[own.dataset.own].value !== 'own';
    mark();
  };

  const send = async keep => {
    keeps ||= keep;
    if (sending) { again = true; return; }
    sending = true;
    do {
      again = false;
      const [body, kept] = [new FormData(form), keeps];
      if (kept) body.set('keep', 'yes');
      keeps = false;
      const sent = await fetch(location.pathname, { method: 'POST', body: new URLSearchParams(body) })
        .then(async reply => ({ ok: reply.ok, status: reply.status, versions: reply.headers.get('X-Versions'), text: await reply.text() })).catch(() => null);
      unanswered = !sent;
      refusal.hidden = sent?.ok === true;
      if (!sent) {
        refusal.textContent = 'The application does not answer; what you typed waits here and is sent again.';
        [keeps, again] = [keeps || kept, true];
        await new Promise(resolve => setTimeout(resolve, 1500));
      } else if (sent.ok) {
        stand(sent.versions);
        if (again) continue;
        answer.innerHTML = sent.text;
        place(answer);
      } else if (sent.status === 409) {
        await meet();
      } else {
        refusal.textContent = wordsOf(sent.text);
      }
    } while (again);
    sending = false;
  };
  // The versions that the next change names, and that this page shows.
  const stand = versions => {
    const [label, formula] = versions.split(' ');
    [form.elements.version.value, form.elements.formulaVersion.value] = [label, formula];
    document.querySelector('#label-undo [name=formulaVersion]').value = formula;
    document.body.dataset.behindAt = `${formula} ${label}`;
  };

  // Another window kept something else: it is said what, and what was typed here stays until it is sent again.
  const meet = async () => {
    const now = await fetch(location.pathname).then(reply => reply.text()).catch(() => null);
    if (!now) { refusal.textContent = 'Changed in another window. Nothing was kept.'; return; }
    const theirs = new DOMParser().parseFromString(now, 'text/html').getElementById('label-form');
    const said = [];
    for (const field of form.elements) {
      const other = theirs.elements[field.name];
      if (!field.name || field.type === 'hidden' || field.type === 'radio' || field.type === 'checkbox' || !other || other.value === field.value) continue;
      said.push(`${field.closest('label')?.querySelector('span')?.textContent ?? field.name}: “${other.value}”`);
    }
    [form.elements.version.value, form.elements.formulaVersion.value] = [theirs.elements.version.value, theirs.elements.formulaVersion.value];
    refusal.textContent = `Another window kept something else meanwhile${said.length ? `: ${said.join('; ')}` : ''}. What you typed stands here; change or leave a field to set yours.`;
  };

  addEventListener('beforeunload', event => { if (unanswered) event.preventDefault(); });

  const rows = () => [...document.querySelectorAll('.inlist tbody tr:not(.bar)')];
  const mark = () => rows().forEach((row, at) => row.toggleAttribute('data-chosen', at === line));
  const walk = step => {
    line = Math.min(Math.max(line + step, 0), rows().length - 1);
    mark();
    rows()[line]?.scrollIntoView({ block: 'nearest' });
  };

  const say = (at, words) => {
    const said = claims.value.split('\n').map(text => text.trim()).filter(text => text);
    said.splice(at, 1, ...words ? [words] : []);
    claims.value = said.join('\n');
    send(true);
  };

  const flip = field => { field.checked = !field.checked; send(false); };
  const keys = {
    r: () => { const other = [...form.elements.region].find(region => !region.checked); other.checked = true; send(false); },
    arrowdown: () => walk(1),
    arrowup: () => walk(-1),
    s: () => { const about = rows()[line]?.dataset.ask; if (about) location.assign(`/larder/new?from=${about}`); },
    c: () => { if (/\S$/.test(claims.value)) claims.value += '\n'; claims.focus(); claims.setSelectionRange(claims.value.length, claims.value.length); },
    l: () => document.querySelector('[data-switch]')?.click(),
    q: () => flip(form.elements.code),
    p: () => document.getElementById('label-print')?.click(),
    z: () => document.getElementById('label-undo').requestSubmit(),
  };

  form.addEventListener('input', () => send(false));
  form.addEventListener('change', event => { if (['claims', 'declares'].includes(event.target.name)) send(true); });
  form.addEventListener('submit', event => { event.preventDefault(); send(true); });
  document.addEventListener('click', async event => {
    if (event.target.closest('[download]') && sending) {
      // What is printed is what is kept: wait for it.
      event.preventDefault();
      while (sending) await new Promise(resolve => setTimeout(resolve, 20));
      document.getElementById(event.target.closest('[download]').id).click();
      return;
    }
    const wording = event.target.closest('[data-claim]');
    if (wording) say(Number(wording.dataset.claim), wording.dataset.say);
    const turn = event.target.closest('[data-switch]');
    if (turn) { form.elements[turn.dataset.switch].value = turn.dataset.value; send(false); }
  });
  document.addEventListener('keydown', event => {
    const typing = event.target.matches('input:not([type=checkbox], [type=radio]), select, textarea');
    if (typing && event.key === 'Escape') { event.target.blur(); event.stopImmediatePropagation(); return; }
    if (typing || event.ctrlKey || event.metaKey || event.altKey || document.querySelector('dialog[open]')) return;
    const key = event.key.toLowerCase();
    if (key.length === 1 && localStorage.getItem('letters-off') === 'yes') return;
    if (key.startsWith('arrow') && event.target.matches('[type=radio]')) return;
    const wording = document.querySelector(`[data-better="${key}"]`);
    if (wording) wording.click();
    else if (keys[key]) keys[key]();
    else return;
    event.preventDefault();
  });
  place(answer);
})();
