// The bench's hands: keys and fields become edits, the answer is the bench as it then stands.
// Nothing about formulas is computed here.
import { actsOf, nudges } from './benchacts.js';
import { carry, carryNames } from './carry.js';
import { drawDock, holds } from './dock.js';
import { dragging } from './dragging.js';
import { isTyping, onKeys } from './keys.js';
import { drawLeaders } from './leaders.js';
import { Nudging } from './nudging.js';
import { openPhase } from './phases.js';
import { postUntilAnswered } from './post.js';

document.addEventListener('alpine:init', () => {
  const $ = selector => document.querySelector(selector);
  const all = selector => [...document.querySelectorAll(selector)];
  const bench = () => document.getElementById('bench');
  const isPhone = () => matchMedia('(max-width: 600px)').matches;

  Alpine.data('bench', () => ({
    ...dragging,
    selected: 0,
    queue: Promise.resolve(),
    earlier: null,
    keys: null,
    nudging: null,
    shown: null,
    isPressed: false,

    init() {
      this.nudging = new Nudging(bench());
      this.held = holds(by => this.nudge(by));
      addEventListener('pagehide', () => this.nudging.leave());
      addEventListener('hashchange', () => this.view());
      for (const end of ['pointerup', 'pointercancel', 'dragend']) addEventListener(end, () => this.release());
      this.show();
      document.fonts?.ready.then(() => this.leaders());
      all('#line-0').forEach(row => row.focus({ preventScroll: true }));
    },

    // ---- sending

    // One change at a time, in order; each is sent with the version the page shows by then.
    send(handler, body, after) {
      $('#refusal').textContent = '';
      this.queue = this.queue.then(() => this.post(handler, typeof body === 'function' ? body() : body))
        .then(line => { if (line !== false && after) after(line); });
      return this.queue;
    },

    async post(handler, body) {
      if (!body) return false;
      const busy = setTimeout(() => this.say('Keeping it'), 200);
      const response = await postUntilAnswered(
        `/bench/${bench().dataset.id}?handler=${handler}`, { version: Number(bench().dataset.version), ...body },
        () => { clearTimeout(busy); this.say('Not kept: the application does not answer. Trying again.', true); }, this.showing());
      clearTimeout(busy);
      this.say(bench().dataset.kept);
      const html = response.ok ? await response.text() : '';
      if (handler === 'Nudge') this.nudging.done();
      if (response.ok) {
        this.swap(html, response);
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
      if (now?.ok) this.swap(await now.text(), now);
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
      if (document.visibilityState !== 'visible') return;
      this.queue = this.queue.then(async () => {
        const answer = await fetch(`/behind?of=formula:${bench().dataset.id}`).catch(() => null);
        if (!answer?.ok || (await answer.text()) === bench().dataset.version) return;
        const now = await fetch(`/bench/${bench().dataset.id}?handler=Now`).catch(() => null);
        if (!now?.ok) return;
        this.swap(await now.text(), now);
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

    // What the page shows: of that only the parts that change are sent. Where a dose stands refused, the whole is.
    showing() { return this.shown && !$('[aria-invalid=true]') ? { 'X-Shown': this.shown } : {}; },

    swap(html, answer) {
      const held = document.activeElement?.id;
      const sent = document.createElement('template');
      sent.innerHTML = html;
      const [whole, ...parts] = sent.content.children;
      if (answer.headers.has('X-Parts')) {
        carryNames(bench(), whole);
        parts.forEach(part => carry(document.getElementById(part.id), part));
      } else carry(bench(), whole);
      this.shown = answer.headers.get('X-Shown');
      $('#said').textContent = `Total ${$('#total').textContent}. Findings: ${$('.find h2 span').textContent}.`;
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
        // Setting what is so already would have the browser work out the styles of all rows again.
        if (row.tabIndex !== (own ? 0 : -1)) row.tabIndex = own ? 0 : -1;
      });
      this.say(bench().dataset.kept);
      this.nudging.show();
      this.view();
      this.drawEarlier();
      this.leaders();
      drawDock(document.getElementById(`line-${this.selected}`));
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
      const phase = event.target.closest('[data-phase-edit]');
      const move = event.target.closest('[data-phase-move]');
      const view = event.target.closest('[data-view]');
      const fix = event.target.closest('[data-fix]');
      const edits = event.target.closest('[data-edits]');
      const key = event.target.closest('[data-key]');
      const row = event.target.closest('.row');
      if (nudge) this.nudge(nudge.dataset.nudge);
      else if (phase) openPhase(phase);
      else if (move) this.send('MovePhase', { phase: $('#phase-sheet form').elements.phase.value, by: Number(move.dataset.phaseMove) });
      else if (view) { history.replaceState(null, '', `#${view.dataset.view}`); this.view(); }
      else if (fix) this.fix(fix);
      else if (edits) this.send('Edit', { edits: JSON.parse(edits.dataset.edits) });
      else if (key) {
        // A line may be moved more than once before its sheet is left.
        if (!['up', 'down'].includes(key.dataset.key)) key.closest('dialog')?.close();
        this.act(key.dataset.key);
      }
      // Under a thumb the dock takes the dose; a field with the focus would bring the keyboard up over it.
      else if (row) this.select(Number(row.dataset.line), !isPhone() || event.target.matches('.dose'));
    },

    // Nothing moves under a pointer that is down: a line that gets the focus by it grows only when it is let go.
    press(event) {
      this.isPressed = true;
      this.held(event);
    },

    release() {
      setTimeout(() => {
        this.isPressed = false;
        if (document.activeElement) this.focus({ target: document.activeElement });
      });
    },

    change(event) {
      const field = event.target;
      if (field.matches('[data-dose]')) this.dose(field);
      else if (field.matches('[data-batch]')) this.send('Batch', { text: field.value });
      else if (field.matches('[data-field]')) {
        this.send('Field', { field: field.dataset.field, value: field.type === 'checkbox' ? field.checked : field.value });
      }
    },

    focus(event) {
      const row = event.target.closest('.row');
      if (row && !this.isPressed && Number(row.dataset.line) !== this.selected) { this.selected = Number(row.dataset.line); this.show(); }
      const ghost = event.target.dataset?.ghost;
      if (ghost) $('#ghost').setAttribute('d', ghost);
    },

    blur(event) { if (event.target.matches('[data-ghost]')) $('#ghost')?.removeAttribute('d'); },

    // The dialog closes itself; its button says whether to go on.
    closed(event) {
      if (event.target.id !== 'phase-sheet' || event.target.returnValue !== 'keep') return;
      const { phase, name, stage } = event.target.querySelector('form').elements;
      this.send('Phase', { ...(phase.value ? { phase: phase.value } : {}), name: name.value, stage: stage.value });
      event.target.returnValue = '';
    },

    // On a phone the bench has two sides, lines and findings.
    view() {
      const of = location.hash === '#findings' ? 'findings' : 'lines';
      this.$root.dataset.side = of;
      all('[data-view]').forEach(button => button.setAttribute('aria-pressed', String(button.dataset.view === of)));
    },

    dose(field) {
      if (field.value === field.getAttribute('value')) return;
      field.dataset.sent = field.value;
      this.send('Dose', { line: Number(field.dataset.dose), text: field.value });
    },

    // What is pressed is seen at once; presses that wait for an answer go out as one.
    nudge(by) {
      const row = this.rows()[this.selected];
      if (!row || !this.nudging.add(row, Number(by))) return;
      this.send('Nudge', () => this.nudging.next());
    },

    fix(button) {
      const code = (button.closest('.finding') ?? button).dataset.code;
      this.send('Edit', { edits: JSON.parse(button.dataset.fix) }, () => {
        // The cured finding is gone: on to the next button, or back to the ledger.
        const next = $('.finding [data-fix]');
        if ($(`.finding[data-code="${code}"] [data-fix]`) === null && next) next.focus();
        else if (!document.activeElement?.matches('[data-fix]')) this.select(this.selected);
      });
    },

    // ---- keys

    key(event) {
      this.keys ??= onKeys(actsOf(this), { first: event => this.first(event), other: key => this.digit(key) });
      this.keys(event);
    },

    // Keys of the doses, and what a key does only where it is pressed.
    first(event) {
      const { target, key } = event;
      if (event.ctrlKey || event.metaKey) return this.steps(event);
      if (target.matches('.dose')) return this.doseKey(event, target);
      if (isTyping(target)) return false;
      if (event.altKey) return this.moves(event);
      // A finding without a fix: Enter opens its reason, not the ledger.
      if (key !== 'Enter' || !target.matches('.finding')) return false;
      target.querySelectorAll('details').forEach(why => { why.open = !why.open; });
      return true;
    },

    // Ctrl+Z and Ctrl+Y as everywhere; in a field that is being typed in they are the field's own.
    steps({ target, key, shiftKey }) {
      const isBack = { z: !shiftKey, y: false }[key.toLowerCase()];
      if (isBack === undefined || (isTyping(target) && target.value !== target.getAttribute('value'))) return false;
      this.send(isBack ? 'Undo' : 'Redo', {});
      return true;
    },

    // A digit begins a dose.
    digit(key) {
      if (/^[0-9]$/.test(key)) this.select(this.selected, true);
      return false;
    },

    doseKey(event, field) {
      const { key } = event;
      if (key === 'Enter') {
        this.dose(field);
        field.select();
        return true;
      }
      if (key === 'Escape') {
        field.value = field.getAttribute('value');
        field.removeAttribute('aria-invalid');
        this.select(this.selected);
        return true;
      }
      if (this.moves(event)) return true;
      const by = nudges[key];
      if (by) this.nudge(by * (event.shiftKey ? 10 : 1));
      return Boolean(by);
    },

    moves(event) {
      const by = { ArrowUp: -1, ArrowDown: 1 }[event.key];
      if (by && event.altKey) this.move(by);
      else if (by) this.select(this.selected + by);
      return Boolean(by);
    },

    move(by) { this.send('Move', { line: this.selected, by }, line => this.select(line)); },

    act(name) { actsOf(this)[name]?.(); },

    add({ detail }) { this.send('Add', detail, line => this.select(line, true)); },

    // The curve of the last kept revision, when it is asked for.
    async showEarlier() {
      if (this.earlier) {
        this.earlier = null;
      } else {
        const answer = await fetch(`/bench/${bench().dataset.id}?handler=Earlier`).catch(() => null);
        if (!answer?.ok) return;
        this.earlier = await answer.text();
      }
      this.drawEarlier();
    },

    drawEarlier() {
      if (this.earlier) $('#earlier')?.setAttribute('d', this.earlier);
      else $('#earlier')?.removeAttribute('d');
      $('#earlier-key')?.setAttribute('aria-pressed', this.earlier ? 'true' : 'false');
    },

    nextFinding() {
      const findings = all('.finding');
      const at = findings.indexOf(document.activeElement?.closest('.finding'));
      const next = findings[(at + 1) % findings.length];
      (next.querySelector('[data-fix]') ?? next).focus();
      next.scrollIntoView({ block: 'nearest' });
    },
  }));
});
