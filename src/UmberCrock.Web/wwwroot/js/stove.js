// The stove: the gauge follows the scale or what is typed, keys press the buttons of the page, alarms go by the clock of the server.
import { read, send, showAll, showOthers } from './fresh.js';
import { isTyping, lettersOff, onKeys } from './keys.js';
import { letGo } from './letgo.js';
import { ask, hear, oldest } from './live.js';

const wanted = 'ring';
const parts = ['.strip', '.weigh', '.cool', '.steps', '.undoform'];
const refreshAfter = 300;

document.addEventListener('alpine:init', () => {
  Alpine.data('stove', () => {
    const $ = selector => document.querySelector(selector);
    const page = () => $('.stovepage');
    // The server's clock, and its pace: this device's own may be set wrong.
    let based = Date.now();
    const now = () => Number(new Date(page().dataset.now)) + (Date.now() - based) * Number(page().dataset.speed);
    const number = text => Number(text.replace(',', '.').replace('\u2212', '-'));
    const shown = (value, places) => (page().dataset.comma ? value.toFixed(places).replace('.', ',') : value.toFixed(places));
    const heard = {};
    let said = '';
    let timer = 0;
    let lock = null;
    let source = null;
    let refreshing = 0;

    const isFresh = name => heard[name] && heard[name].state === 'on' && performance.now() - heard[name].came < oldest;
    const weight = () => (isFresh('scale') && heard.scale.value !== null ? heard.scale.value : null);

    const show = () => {
      const field = $('#grams');
      const gauge = $('.biggauge');
      if (!field || !gauge) return;
      const isTyped = field.value.trim() !== '';
      const { low, high, target, places, had } = field.dataset;
      const grams = isTyped ? number(field.value) : weight() ?? 0;
      if (!Number.isFinite(grams)) return;
      const sum = grams + Number(had);
      const { from, scale, width } = gauge.dataset;
      const x = Math.max(0, Math.min((sum - from) * scale, width));
      $('#pointer').setAttribute('transform', `translate(${x},0)`);
      $('#filled').setAttribute('width', x);
      const left = Number(target) - sum;
      $('#verdict').textContent = sum <= 0 ? 'Nothing weighed yet' : sum < low ? 'Below the window' : sum > high ? 'Over the window' : 'In the window';
      $('#verdict').className = sum > high ? 'over' : sum >= low ? 'within' : '';
      if (isTyped || weight() !== null) {
        $('#togo').textContent = `${shown(Math.abs(left), places)} g`;
        $('#togo').previousElementSibling.textContent = left < 0 ? 'over' : 'to go';
      }
      if (page().dataset.scale && page().dataset.open) showScale(field, isTyped, sum < low);
    };

    // What is below the window is taken only when it is typed: the hand is still pouring.
    const showScale = (field, isTyped, isBelow) => {
      const { places, low, had } = field.dataset;
      const live = weight();
      field.classList.toggle('live', live !== null);
      if (live !== null) field.placeholder = shown(live, places);
      const news = heard.scale;
      $('#scale-state').textContent = !news ? 'Waiting for the scale' : !isFresh('scale') && news.state === 'on' ? 'The scale has fallen silent'
        : live === null ? news.words : news.steady ? 'Steady' : 'Still moving';
      const isReady = isTyped || (live > 0 && news.steady && !isBelow);
      $('#take-it').classList.toggle('notyet', !isReady);
      $('#take-it').setAttribute('aria-disabled', !isReady);
      $('#take-word').textContent = isTyped || live === null ? 'Take' : `Take ${shown(live, places)}`;
      $('#take-why').textContent = isReady ? (Number(had) > 0 ? 'adds to what is in' : 'then the scale begins at nothing')
        
        : live <= 0 ? 'nothing lies on the scale' : isBelow ? `from ${shown(low - had, places)}` : 'once it is steady';
    };

    const showPot = news => {
      const field = $('#celsius');
      const isLive = news.state === 'on' && news.value !== null;
      if (!field || !page().dataset.open) return;
      field.classList.toggle('live', isLive);
      if (!isLive) return;
      field.placeholder = shown(news.value, 1);
      $('[data-tab=cool][role=tab]').textContent = `Cool ${shown(news.value, 1)} ${page().dataset.degrees}`;
    };

    const device = news => {
      heard[news.device] = { ...news, came: performance.now() };
      const mark = $(`#${news.device}-on`);
      if (mark) {
        mark.hidden = news.state === 'typed';
        mark.className = `device ${news.state}`;
        mark.textContent = `${news.device === 'scale' ? 'Scale' : 'Probe'} ${news.state === 'on' ? 'on' : 'lost'}`;
        mark.title = news.words;
      }
      if (news.device === 'probe') showPot(news);
      else show();
    };

    const settle = () => {
      based = Date.now();
      tab(page().dataset.tab ?? 'weigh');
      $('[data-press=z]').disabled = !$('#undo');
      tellAwake();
      show();
      if (heard.probe) showPot(heard.probe);
      tick();
    };

    // Another window, or the probe, entered something: it is shown without taking anything from what is being typed here.
    const known = () => Number($('input[name=after]')?.value ?? Infinity);
    const entered = sequence => {
      if (sequence <= known() || refreshing) return;
      refreshing = setTimeout(async () => {
        const asked = location.href;
        const doc = page().dataset.busy ? null : await read(asked).catch(() => null);
        refreshing = 0;
        // An act of one's own was faster: what it answered with is newer.
        if (!doc || page().dataset.busy || asked !== location.href || sequence <= known()) return;
        if (!doc.querySelector('.stovepage')) { location.reload(); return; }
        const isWeighing = document.activeElement?.id === 'grams';
        showOthers(doc, parts);
        if (isWeighing) $('#grams')?.focus({ preventScroll: true });
        settle();
      }, refreshAfter);
    };

    const submit = async event => {
      if (!event.target.closest('.stovepage')) return;
      event.preventDefault();
      if (event.submitter?.getAttribute('aria-disabled') === 'true' || page().dataset.busy) return;
      page().dataset.busy = 'yes';
      const isShown = await send(event.target, event.submitter);
      delete page().dataset.busy;
      if (!isShown) { alarm('No answer from the program: nothing was kept of this. It stands as you left it; try again.'); return; }
      settle();
      if (!$('.refusal')) $('#grams')?.focus({ preventScroll: true });
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

    // What is called out pushes the page down: never under a thumb that is down.
    const alarm = async text => {
      await letGo();
      $('#alarm').hidden = text === '';
      if ($('#alarm').textContent !== text) $('#alarm').textContent = text;
      if (text === said) return;
      said = text;
      if (text !== '') ring();
    };

    // Counted anew at each tick: right after a laptop slept.
    const tick = () => {
      const { opens, shuts, soon, goal, goalWord, lateCall, soonCall, openCall } = page().dataset;
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
      if (until(shuts) <= 0) alarm(lateCall);
      else if (until(shuts) <= Number(soon)) alarm(soonCall);
      else if (until(opens) <= 0) alarm(openCall);
      else alarm('');
    };

    const toggleRing = () => {
      localStorage.setItem(wanted, localStorage.getItem(wanted) === 'yes' ? 'no' : 'yes');
      tellAwake();
      ring();
    };

    const tellAwake = () => {
      const isOn = localStorage.getItem(wanted) === 'yes';
      $('#ring')?.setAttribute('aria-pressed', isOn);
      if ($('#ring')) $('#ring').textContent = isOn ? 'Rings: be silent' : 'Ring when it matters';
      const rings = isOn ? 'It rings.' : 'It does not ring.';
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
      ' ': () => { if (!page().dataset.scale) return false; press('#take-it'); return true; },
      g: () => press('[data-ask=pour]'),
      t: () => $('#tare')?.requestSubmit(),
      p: () => { tab('cool'); if ($('#probe')) $('#probe').requestSubmit(); else $('#celsius')?.focus(); },
      d: () => press('[data-key="d"]'),
      s: toggleRing,
      z: () => $('#undo')?.requestSubmit(),
    };
    const first = event => {
      // A digit goes to the weight, wherever the focus is.
      const field = $('#grams');
      if (event.ctrlKey || event.metaKey || event.altKey) return false;
      // A letter is none of a number: in these fields it is a key as anywhere.
      if (event.target.matches('#grams, #celsius') && /^[a-z ]$/i.test(event.key)) {
        if (event.key === ' ' || !lettersOff()) acts[event.key.toLowerCase()]?.();
        return true;
      }
      if (!/^[0-9]$/.test(event.key) || isTyping(event.target) || !field) return false;
      field.focus();
      field.value += event.key;
      show();
      return true;
    };
    const typed = event => { if (event.target.id === 'grams') show(); };
    const clicked = event => {
      const asked = event.target.closest('[data-ask]');
      if (asked) ask('scale', asked.dataset.ask);
      const line = event.target.closest('.stovepage a[href^="?line"]');
      if (line && !event.ctrlKey && !event.metaKey && !event.shiftKey) {
        event.preventDefault();
        read(line.href).then(doc => { history.replaceState(null, '', line.href); showAll(doc); settle(); }).catch(() => location.assign(line.href));
      }
      const button = event.target.closest('[data-press]');
      if (button) { button.closest('dialog')?.close(); acts[button.dataset.press]?.(); }
      const chosen = event.target.closest('[data-tab][role=tab]');
      if (chosen) tab(chosen.dataset.tab);
    };

    return {
      key: onKeys(acts, { first }),
      init() {
        tab(sessionStorage.getItem('stove-tab') ?? 'weigh');
        document.addEventListener('input', typed);
        document.addEventListener('click', clicked);
        document.addEventListener('submit', submit);
        document.addEventListener('visibilitychange', wake);
        if (!$('.refusal')) $('#grams')?.focus({ preventScroll: true });
        show();
        tellAwake();
        wake();
        tick();
        timer = setInterval(() => { tick(); if (!isFresh('scale')) show(); }, 1000);
        source = hear(page().dataset.batch, { device, entered });
      },
      destroy() {
        clearInterval(timer);
        source?.close();
        document.removeEventListener('input', typed);
        document.removeEventListener('submit', submit);
        lock?.release();
        document.removeEventListener('click', clicked);
        document.removeEventListener('visibilitychange', wake);
      },
    };
  });
});
