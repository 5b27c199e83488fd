// The bench's hands: keys and fields become edits, the answer is the bench as it then stands.
// Nothing about formulas is computed here.
import { carry } from './carry.js';
import { drawLeaders } from './leaders.js';
import { postUntilAnswered } from './post.js';

document.addEventListener('alpine:init', () => {
  const $ = selector => document.querySelector(selector);
  const all = selector => [...document.querySelectorAll(selector)];
  const bench = () => document.getElementById('bench');

  Alpine.data('bench', () => ({
    selected: 0,
    queue: Promise.resolve(),
    query: '',
    results: [],
    chosen: 0,
    asked: 0,

    init() {
      this.show();
      document.addEventListener('click', event => this.click(event));
      document.addEventListener('change', event => this.change(event));
      document.addEventListener('close', event => this.closed(event), true);
      document.addEventListener('focusin', event => this.focus(event));
      document.addEventListener('focusout', event => { if (event.target.matches('[data-ghost]')) $('#ghost')?.removeAttribute('d'); });
      window.addEventListener('resize', () => this.leaders());
      window.addEventListener('focus', () => this.catchUp());
      document.addEventListener('visibilitychange', () => { if (document.visibilityState === 'visible') this.catchUp(); });
      document.fonts?.ready.then(() => this.leaders());
      all('#line-0').forEach(row => row.focus({ preventScroll: true }));
    },

    // ---- sending

    // One change at a time, in order; each is sent with the version the page shows by then.
    send(handler, body, after) {
      this.queue = this.queue.then(() => this.post(handler, body)).then(line => { if (line !== false && after) after(line); });
      return this.queue;
    },

    async post(handler, body) {
      const response = await postUntilAnswered(
        `/bench/${bench().dataset.id}?handler=${handler}`, { version: Number(bench().dataset.version), ...body },
        () => this.say('Not kept: the application does not answer. Trying again.', true));
      if (response.ok) {
        this.swap(await response.text());
        const line = response.headers.get('X-Line');
        return line === null ? null : Number(line);
      }
      if (response.status === 409) await this.meet(handler, body);
      else await this.refuse(response, handler, body);
      return false;
    },

    // Changed in another window: it is shown as it stands now, with what was typed here still in its field.
    async meet(handler, body) {
      const slug = document.getElementById(`line-${body.line}`)?.dataset.slug;
      const now = await fetch(`/bench/${bench().dataset.id}?handler=Now`).catch(() => null);
      if (now?.ok) this.swap(await now.text());
      const row = handler === 'Dose' && $(`#rows .row[data-slug="${CSS.escape(slug ?? '')}"]`);
      if (!row) {
        $('#refusal').textContent = 'Changed in another window meanwhile, and shown as it stands now. Do it again if you still want it.';
        return;
      }
      this.select(Number(row.dataset.line), true);
      const dose = row.querySelector('.dose');
      dose.value = body.text;
      this.complain(dose, 'changed elsewhere; Enter sets yours');
    },

    // This window is looked at again: another one may have changed the formula meanwhile.
    catchUp() {
      this.queue = this.queue.then(async () => {
        const answer = await fetch(`/behind?of=formula:${bench().dataset.id}`).catch(() => null);
        if (!answer?.ok || (await answer.text()) === bench().dataset.version) return;
        const now = await fetch(`/bench/${bench().dataset.id}?handler=Now`).catch(() => null);
        if (!now?.ok) return;
        this.swap(await now.text());
        this.say('Changed in another window, shown as it stands now');
      });
    },

    complain(dose, why) {
      const state = document.getElementById(`state-${dose.dataset.dose}`);
      dose.setAttribute('aria-invalid', 'true');
      state.textContent = why;
      state.className = 'w bad';
      dose.focus();
    },

    swap(html) {
      const held = document.activeElement?.id;
      const sent = document.createElement('template');
      sent.innerHTML = html;
      carry(bench(), sent.content.getElementById('bench'));
      if (held && document.activeElement?.id !== held) document.getElementById(held)?.focus({ preventScroll: true });
      this.show();
    },

    async refuse(response, handler, body) {
      const problem = await response.json().catch(() => ({}));
      const reason = problem.errors?.map(error => error.reason).join(' ') || problem.detail || 'This was refused.';
      if (handler === 'Dose') {
        this.complain(document.getElementById(`dose-${body.line}`), reason);
      } else {
        $('#refusal').textContent = reason;
        if (body.field) $(`[data-field="${body.field}"]`)?.setAttribute('aria-invalid', 'true');
        if (handler === 'Batch') $('[data-batch]').setAttribute('aria-invalid', 'true');
      }
    },

    say(text, warn) {
      const kept = document.getElementById('kept');
      kept.textContent = text;
      kept.classList.toggle('warn', Boolean(warn));
    },

    // ---- showing what is selected

    rows: () => all('#rows .row'),

    show() {
      this.selected = Math.max(0, Math.min(this.selected, this.rows().length - 1));
      this.rows().forEach(row => {
        const own = Number(row.dataset.line) === this.selected;
        row.classList.toggle('sel', own);
        row.tabIndex = own ? 0 : -1;
      });
      this.say(bench().dataset.kept);
      document.dispatchEvent(new Event('bench:shown'));
      this.leaders();
      $('#rows').onscroll = () => this.leaders();
    },

    leaders() { drawLeaders(this.rows(), this.selected); },

    select(line, field) {
      const last = this.rows().length - 1;
      if (last < 0) return;
      this.selected = Math.max(0, Math.min(line, last));
      this.show();
      const row = document.getElementById(`line-${this.selected}`);
      row.scrollIntoView({ block: 'nearest' });
      if (field) { const dose = row.querySelector('.dose'); dose.focus({ preventScroll: true }); dose.select(); } else row.focus({ preventScroll: true });
    },

    // ---- pointer and fields

    click(event) {
      const nudge = event.target.closest('[data-nudge]');
      const fix = event.target.closest('[data-fix]');
      const edits = event.target.closest('[data-edits]');
      const key = event.target.closest('[data-key]');
      const row = event.target.closest('.row');
      if (nudge) this.nudge(nudge.dataset.nudge);
      else if (fix) this.fix(fix);
      else if (edits) this.send('Edit', { edits: JSON.parse(edits.dataset.edits) });
      else if (key) { key.closest('dialog')?.close(); this.act(key.dataset.key); }
      else if (row) this.select(Number(row.dataset.line), true);
    },

    change(event) {
      const field = event.target;
      if (field.matches('[data-dose]')) this.dose(field);
      else if (field.matches('[data-batch]')) this.send('Batch', { text: field.value });
      else if (field.matches('[data-field]')) this.send('Field', { field: field.dataset.field, value: field.type === 'checkbox' ? field.checked : field.value });
      else if (field.id === 'import-file' && field.files.length) field.form.submit();
    },

    focus(event) {
      const row = event.target.closest('.row');
      if (row && Number(row.dataset.line) !== this.selected) { this.selected = Number(row.dataset.line); this.show(); }
      const ghost = event.target.dataset?.ghost;
      if (ghost) $('#ghost').setAttribute('d', ghost);
    },

    // The dialog closes itself; its button says whether to go on.
    closed(event) {
      const form = event.target.querySelector('form');
      if (event.target.id !== 'phase-sheet' || event.target.returnValue !== 'add') return;
      this.send('Phase', { name: form.elements.name.value, stage: form.elements.stage.value });
      form.reset();
      event.target.returnValue = '';
    },

    dose(field) {
      if (field.value === field.getAttribute('value')) return;
      field.dataset.sent = field.value;
      this.send('Dose', { line: Number(field.dataset.dose), text: field.value });
    },

    nudge(by) { if (this.rows().length) this.send('Nudge', { line: this.selected, by: Number(by) }); },

    fix(button) {
      const code = button.closest('.finding').dataset.code;
      this.send('Edit', { edits: JSON.parse(button.dataset.fix) }, () => {
        // The cured finding is gone: on to the next button, or back to the ledger.
        const next = $('.finding [data-fix]');
        if ($(`.finding[data-code="${code}"] [data-fix]`) === null && next) next.focus();
        else if (!document.activeElement?.matches('[data-fix]')) this.select(this.selected);
      });
    },

    // ---- keys

    key(event) {
      if (event.ctrlKey || event.metaKey || document.querySelector('dialog[open]')) return;
      const target = event.target;
      if (target.matches('.dose')) return this.doseKey(event, target);
      if (target.matches('input:not([type=checkbox]), select, textarea')) return;
      if (target.matches('button, summary, a') && (event.key === 'Enter' || event.key === ' ')) return;
      const name = event.key;
      const letter = /^[a-z]$/i.test(name);
      if (letter && localStorage.getItem('letters-off') === 'yes') return;
      if (/^[0-9]$/.test(name) && this.rows().length) {
        this.select(this.selected, true);
        return;
      }
      // A finding without a fix: Enter opens its reason, not the ledger.
      if (name === 'Enter' && target.matches('.finding')) { const why = target.querySelector('details'); if (why) why.open = !why.open; event.preventDefault(); return; }
      if (this.moves(event) || this.act(letter ? name.toLowerCase() : name, event.shiftKey)) event.preventDefault();
    },

    doseKey(event, field) {
      if (event.key === 'Enter') { event.preventDefault(); this.dose(field); field.select(); }
      else if (event.key === 'Escape') {
        field.value = field.getAttribute('value');
        field.removeAttribute('aria-invalid');
        this.select(this.selected);
      } else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
        if (this.moves(event)) event.preventDefault();
      } else if (this.isNudge(event)) {
        event.preventDefault();
        this.act(event.key, event.shiftKey);
      }
    },

    isNudge: event => ['+', '=', '*', '-', '\u2212', '_'].includes(event.key),

    moves(event) {
      if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return false;
      const by = event.key === 'ArrowUp' ? -1 : 1;
      if (event.altKey) this.send('Move', { line: this.selected, by }, line => this.select(line));
      else this.select(this.selected + by);
      return true;
    },

    act(name, shift) {
      const step = shift ? '1' : '0.1';
      const acts = {
        '/': () => this.openAdd(),
        '+': () => this.nudge(step), '=': () => this.nudge(step), '*': () => this.nudge(step),
        '-': () => this.nudge(`-${step}`), '\u2212': () => this.nudge(`-${step}`), _: () => this.nudge(`-${step}`),
        b: () => this.send('Edit', { edits: [{ op: 'setBalance', line: this.selected }] }),
        '.': () => this.nextFinding(),
        z: () => this.send(shift ? 'Redo' : 'Undo', {}),
        y: () => this.send('Redo', {}),
        s: () => this.send('Keep', {}),
        p: () => $('#phase-sheet').showModal(),
        i: () => { const row = this.rows()[this.selected]; if (row) location.href = `/larder/${row.dataset.slug}`; },
        x: () => { location.href = `/bench/${bench().dataset.id}?handler=Export`; },
        o: () => $('#import-file').click(),
        bin: () => { const form = $('#bench-delete'); form.elements.version.value = bench().dataset.version; form.requestSubmit(); },
        g: () => document.dispatchEvent(new Event('bench:earlier')),
        r: () => { if (this.rows().length) document.dispatchEvent(new CustomEvent('bench:swap', { detail: this.selected })); },
        m: () => document.dispatchEvent(new Event('bench:make')),
        c: () => this.go('compare'),
        l: () => this.go('ladder'),
        t: () => this.go('label'),
        h: () => this.go('how'),
        n: () => this.go('notes'),
        w: () => this.go('weigh'),
        Delete: () => this.send('Edit', { edits: [{ op: 'removeLine', line: this.selected }] }, () => this.select(this.selected)),
        Enter: () => this.select(this.selected, true),
        Escape: () => this.select(this.selected),
      };
      if (!acts[name]) return false;
      $('#refusal').textContent = '';
      acts[name]();
      return true;
    },

    go(page) { location.href = `/bench/${bench().dataset.id}/${page}`; },

    nextFinding() {
      const findings = all('.finding');
      const at = findings.indexOf(document.activeElement?.closest('.finding'));
      const next = findings[(at + 1) % findings.length];
      (next.querySelector('[data-fix]') ?? next).focus();
      next.scrollIntoView({ block: 'nearest' });
    },

    // ---- adding an ingredient

    get activeId() { return this.results[this.chosen]?.id ?? ''; },
    get nothingFound() { return this.results.length === 0; },

    openAdd() {
      const here = document.getElementById(`line-${this.selected}`)?.dataset.phase;
      this.$refs.phase.replaceChildren(...all('#rows .phase').map(phase => {
        const id = phase.id.replace('phase-', '');
        return new Option(`${id} ${phase.querySelectorAll('b')[1].textContent}`, id, false, id === here);
      }));
      this.query = '';
      this.$refs.add.showModal();
      this.$refs.query.focus();
      this.search();
    },

    async search() {
      const turn = ++this.asked;
      const response = await fetch(`/api/v1/ingredients?limit=30&query=${encodeURIComponent(this.query)}`);
      if (turn !== this.asked || !response.ok) return;
      const found = await response.json();
      this.chosen = 0;
      this.results = found.items.map((item, at) => ({ slug: item.slug, name: item.name, role: item.role, inci: item.inci.eu, id: `found-${at}`, chosen: at === 0 ? 'true' : 'false' }));
    },

    searchKey(event) {
      if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
        event.preventDefault();
        this.chosen = Math.max(0, Math.min(this.chosen + (event.key === 'ArrowUp' ? -1 : 1), this.results.length - 1));
        this.results.forEach((entry, at) => { entry.chosen = at === this.chosen ? 'true' : 'false'; });
        this.$nextTick(() => document.getElementById(this.activeId)?.scrollIntoView({ block: 'nearest' }));
      } else if (event.key === 'Enter' && this.results[this.chosen]) {
        event.preventDefault();
        this.take(this.results[this.chosen].slug);
      }
    },

    take(slug) {
      this.$refs.add.close();
      this.send('Add', { phase: this.$refs.phase.value, ingredient: slug }, line => this.select(line, true));
    },
  }));
});
