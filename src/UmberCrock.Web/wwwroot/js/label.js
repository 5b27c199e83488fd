// The label as one types: what is chosen is kept and drawn at once; claims are judged while they are typed and kept when the field
// is left.
import { wordsOf } from './ask.js';
import { onKeys } from './keys.js';

const again = 1500;
const wait = milliseconds => new Promise(resolve => { setTimeout(resolve, milliseconds); });

document.addEventListener('alpine:init', () => {
  Alpine.data('label', () => ({
    isSending: false,
    isAsked: false,
    keeps: false,
    isUnanswered: false,
    known: '',
    line: -1,
    keys: null,

    init() { this.place(this.$refs.answer); },

    fields() { return this.$refs.form.elements; },

    // Every part of an answer goes to its place; what was unfolded stays so.
    place(holder) {
      for (const part of holder.querySelectorAll('[data-part]')) {
        const target = document.getElementById(part.dataset.part);
        const open = [...target.querySelectorAll('details')].map(details => details.open);
        target.replaceChildren(...part.childNodes);
        target.querySelectorAll('details').forEach((details, index) => { details.open = open[index] ?? false; });
      }
      for (const own of this.$refs.form.querySelectorAll('[data-own]')) own.hidden = this.fields()[own.dataset.own].value !== 'own';
      this.mark();
    },

    refuse(words) {
      this.$refs.refusal.hidden = words === '';
      this.$refs.refusal.textContent = words;
    },

    // ---- sending: one at a time; what came meanwhile goes with the next

    async send(keep) {
      this.keeps ||= keep;
      this.isAsked = true;
      if (this.isSending) return;
      this.isSending = true;
      while (this.isAsked) {
        this.isAsked = false;
        const kept = this.keeps;
        this.keeps = false;
        await this.post(kept);
      }
      this.isSending = false;
    },

    async post(kept) {
      const body = new FormData(this.$refs.form);
      if (kept) body.set('keep', 'yes');
      const reply = await fetch(location.pathname, { method: 'POST', body: new URLSearchParams(body) }).catch(() => null);
      const text = await reply?.text().catch(() => null);
      this.isUnanswered = typeof text !== 'string';
      if (this.isUnanswered) {
        this.refuse('The application does not answer; what you typed waits here and is sent again.');
        [this.keeps, this.isAsked] = [this.keeps || kept, true];
        await wait(again);
      } else if (reply.ok) {
        this.refuse('');
        this.stand(reply.headers.get('X-Versions'));
        if (this.isAsked) return;
        this.$refs.answer.innerHTML = text;
        this.place(this.$refs.answer);
      } else if (reply.status === 409) {
        await this.meet();
      } else {
        this.refuse(wordsOf(text));
      }
    },

    // The versions that the next change names, and that this page shows.
    stand(versions) {
      const [label, formula] = versions.split(' ');
      [this.fields().version.value, this.fields().formulaVersion.value] = [label, formula];
      this.$refs.undo.elements.formulaVersion.value = formula;
      document.body.dataset.behindAt = `${formula} ${label}`;
    },

    // Another window kept something else: it is said what, and what was typed here stays until it is sent again.
    async meet() {
      const now = await fetch(location.pathname).then(reply => reply.text()).catch(() => null);
      if (!now) { this.refuse('Changed in another window. Nothing was kept.'); return; }
      const theirs = new DOMParser().parseFromString(now, 'text/html').getElementById('label-form').elements;
      const said = [...this.fields()]
        .filter(field => field.name && !['hidden', 'radio', 'checkbox'].includes(field.type) && theirs[field.name]
          && theirs[field.name].value !== field.value)
        .map(field => `${field.closest('label')?.querySelector('span')?.textContent ?? field.name}: “${theirs[field.name].value}”`);
      for (const name of ['version', 'formulaVersion']) this.fields()[name].value = theirs[name].value;
      this.refuse(`Another window kept something else meanwhile${said.length ? `: ${said.join('; ')}` : ''}. `
        + 'What you typed stands here; change or leave a field to set yours.');
    },

    leave(event) { if (this.isUnanswered) event.preventDefault(); },

    // ---- the list of ingredients

    rows: () => [...document.querySelectorAll('.inlist tbody tr:not(.bar)')],

    mark() { this.rows().forEach((row, at) => row.toggleAttribute('data-chosen', at === this.line)); },

    walk(step) {
      this.line = Math.min(Math.max(this.line + step, 0), this.rows().length - 1);
      this.mark();
      this.rows()[this.line]?.scrollIntoView({ block: 'nearest' });
    },

    // ---- pointer, fields and keys

    typed() { this.send(false); },

    change({ target }) { if (['claims', 'declares'].includes(target.name)) this.send(true); },

    keep(event) { event.preventDefault(); this.send(true); },

    claim(at, words) {
      const { claims } = this.fields();
      const said = claims.value.split('\n').map(text => text.trim()).filter(text => text);
      said.splice(at, 1, ...words ? [words] : []);
      claims.value = said.join('\n');
      this.send(true);
    },

    newClaim() {
      const { claims } = this.fields();
      if (/\S$/.test(claims.value)) claims.value += '\n';
      claims.focus();
      claims.setSelectionRange(claims.value.length, claims.value.length);
    },

    turn(field) { field.checked = !field.checked; this.send(false); },

    async click(event) {
      const { target } = event;
      const file = target.closest('[download]');
      // What the region asks for and is not there is said once, before it is on paper.
      if (file?.dataset.missing && file.dataset.missing !== this.known) {
        event.preventDefault();
        const list = document.getElementById('missing-list');
        list.replaceChildren(...file.dataset.missing.split('\n')
          .map(words => Object.assign(document.createElement('li'), { textContent: words })));
        document.getElementById('missing-sheet').showModal();
        return;
      }
      if (target.closest('#missing-print')) {
        this.known = document.getElementById('label-print').dataset.missing;
        document.getElementById('missing-sheet').close();
        document.getElementById('label-print').click();
        return;
      }
      if (file && this.isSending) {
        // What is printed is what is kept: wait for it.
        event.preventDefault();
        while (this.isSending) await wait(20);
        document.getElementById(file.id).click();
        return;
      }
      const wording = target.closest('[data-claim]');
      if (wording) this.claim(Number(wording.dataset.claim), wording.dataset.say);
      const turn = target.closest('[data-switch]');
      if (turn) { this.fields()[turn.dataset.switch].value = turn.dataset.value; this.send(false); }
    },

    key(event) {
      this.keys ??= onKeys({
        r: () => this.turn([...this.fields().region].find(region => !region.checked)),
        ArrowDown: () => this.walk(1),
        ArrowUp: () => this.walk(-1),
        s: () => { const about = this.rows()[this.line]?.dataset.ask; if (about) location.assign(`/larder/new?from=${about}`); },
        c: () => this.newClaim(),
        l: () => document.querySelector('[data-switch]')?.click(),
        q: () => this.turn(this.fields().code),
        p: () => document.getElementById('label-print')?.click(),
        z: () => this.$refs.undo.requestSubmit(),
      }, {
        other: key => {
          const wording = document.querySelector(`[data-better="${CSS.escape(key)}"]`);
          wording?.click();
          return Boolean(wording);
        },
      });
      this.keys(event);
    },
  }));
});
