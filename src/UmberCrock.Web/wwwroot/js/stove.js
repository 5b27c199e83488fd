// The stove: the gauge follows what is typed, keys press the buttons of the page, alarms go by the clock of the server.
import { isTyping, onKeys } from './keys.js';

const wanted = 'ring';

document.addEventListener('alpine:init', () => {
  Alpine.data('stove', () => {
    const $ = selector => document.querySelector(selector);
    const page = () => $('.stovepage');
    // The server's clock: this device's own may be set wrong.
    const ahead = new Date(page().dataset.now) - Date.now();
    const now = () => Date.now() + ahead;
    const number = text => Number(text.replace(',', '.').replace('\u2212', '-'));
    let said = '';
    let timer = 0;
    let lock = null;

    const show = () => {
      const field = $('#grams');
      const gauge = $('.biggauge');
      if (!field || !gauge) return;
      const typed = field.value.trim() === '' ? 0 : number(field.value);
      if (!Number.isFinite(typed)) return;
      const sum = typed + Number(field.dataset.had);
      const { from, scale, width } = gauge.dataset;
      const x = Math.max(0, Math.min((sum - from) * scale, width));
      $('#pointer').setAttribute('transform', `translate(${x},0)`);
      $('#filled').setAttribute('width', x);
      const { low, high, target, places } = field.dataset;
      const left = Number(target) - sum;
      $('#verdict').textContent = sum === 0 ? 'Nothing weighed yet' : sum < low ? 'Below the window' : sum > high ? 'Over the window' : 'In the window';
      $('#verdict').className = sum > high ? 'over' : sum >= low ? 'within' : '';
      if (field.value.trim() !== '') {
        const figure = Math.abs(left).toFixed(places);
        $('#togo').textContent = `${page().dataset.comma ? figure.replace('.', ',') : figure} g`;
        $('#togo').previousElementSibling.textContent = left < 0 ? 'over' : 'to go';
      }
    };

    const ring = () => {
      if (localStorage.getItem(wanted) !== 'yes') return;
      const audio = new AudioContext();
      [0, 0.25, 0.5].forEach(at => {
        const tone = audio.createOscillator();
        tone.frequency.value = 880;
        tone.connect(audio.destination);
        tone.start(audio.currentTime + at);
        tone.stop(audio.currentTime + at + 0.15);
      });
    };

    const alarm = text => {
      $('#alarm').hidden = text === '';
      if (text === said) return;
      said = text;
      $('#alarm').textContent = text;
      if (text !== '') ring();
    };

    // Counted anew at each tick: right after a laptop slept.
    const tick = () => {
      const { opens, shuts, soon, goal, goalWord } = page().dataset;
      const until = moment => (new Date(moment) - now()) / 60000;
      document.querySelectorAll('[data-until]').forEach(one => {
        if (!one.dataset.until) return;
        const minutes = Math.round(until(one.dataset.until));
        if (minutes > 0) one.textContent = `in ${minutes} min`;
      });
      if (goal && $('#eta')) {
        const minutes = Math.round(until(goal));
        $('#eta').textContent = minutes > 0 ? `Reaches ${goalWord} in ${minutes} min` : `${goalWord} should be reached: read it`;
      }
      if (!opens || !shuts) return;
      if (until(shuts) <= 0) alarm('It sets now: what is not in stays out.');
      else if (until(shuts) <= Number(soon)) alarm('About to set: add and pour now.');
      else if (until(opens) <= 0) alarm('The window is open: stir in what bears no heat, then pour.');
      else alarm('');
    };

    const toggleRing = () => {
      localStorage.setItem(wanted, localStorage.getItem(wanted) === 'yes' ? 'no' : 'yes');
      tellAwake();
      ring();
    };

    const tellAwake = () => {
      const rings = localStorage.getItem(wanted) === 'yes' ? 'It rings.' : 'It does not ring: S switches it on.';
      const sleeps = window.isSecureContext ? '' : ' Over http the screen will sleep: open this over https, or keep it awake yourself.';
      $('#awake').dataset.more = rings + sleeps;
    };

    const wake = async () => {
      if (document.visibilityState !== 'visible' || !navigator.wakeLock) return;
      lock = await navigator.wakeLock.request('screen').catch(() => null);
      page().dataset.awake = lock ? 'yes' : 'no';
    };

    const tab = name => {
      page().dataset.tab = name;
      sessionStorage.setItem('stove-tab', name);
      document.querySelectorAll('[data-tab][role=tab]').forEach(one => one.setAttribute('aria-selected', one.dataset.tab === name));
    };

    const press = selector => { $(selector)?.click(); };
    const acts = {
      ArrowLeft: () => press('a[data-key="ArrowLeft"]'),
      ArrowRight: () => press('a[data-key="ArrowRight"]'),
      p: () => { tab('cool'); $('#celsius')?.focus(); },
      d: () => press('[data-key="d"]'),
      s: toggleRing,
      z: () => $('#undo')?.requestSubmit(),
    };
    const first = event => {
      // A digit goes to the weight, wherever the focus is.
      const field = $('#grams');
      if (!/^[0-9]$/.test(event.key) || isTyping(event.target) || !field || event.ctrlKey || event.metaKey || event.altKey) return false;
      field.focus();
      field.value += event.key;
      show();
      return true;
    };
    const clicked = event => {
      const button = event.target.closest('[data-press]');
      if (button) { button.closest('dialog')?.close(); acts[button.dataset.press]?.(); }
      const chosen = event.target.closest('[data-tab][role=tab]');
      if (chosen) tab(chosen.dataset.tab);
    };

    return {
      key: onKeys(acts, { first }),
      init() {
        tab(sessionStorage.getItem('stove-tab') ?? 'weigh');
        $('#grams')?.addEventListener('input', show);
        document.addEventListener('click', clicked);
        document.addEventListener('visibilitychange', wake);
        if (!$('.refusal')) $('#grams')?.focus({ preventScroll: true });
        show();
        tellAwake();
        wake();
        tick();
        timer = setInterval(tick, 1000);
      },
      destroy() {
        clearInterval(timer);
        lock?.release();
        document.removeEventListener('click', clicked);
        document.removeEventListener('visibilitychange', wake);
      },
    };
  });
});
