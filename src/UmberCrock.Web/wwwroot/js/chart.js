// Reads a melt chart out: the words for every degree come with it, here they are only shown where the pointer or the keys stand.
// On the bench it also draws the curve of the last kept revision, when asked.
(() => {
  const svgX = (chart, clientX) => (clientX - chart.getBoundingClientRect().left) * (chart.viewBox.baseVal.width / chart.getBoundingClientRect().width);
  const usual = () => { const words = document.getElementById('melt-reading'); if (words) words.textContent = words.dataset.usual; };

  const read = (chart, at) => {
    const reads = chart.dataset.reads.split('|');
    const now = Math.max(0, Math.min(at, reads.length - 1));
    const [left, right] = [Number(chart.dataset.left), Number(chart.dataset.right)];
    const hair = chart.querySelector('.hair');
    const x = left + (now / (reads.length - 1)) * (right - left);
    hair.setAttribute('d', `M${x} ${hair.dataset.top}V${hair.dataset.base}`);
    chart.setAttribute('aria-valuenow', now);
    chart.setAttribute('aria-valuetext', reads[now]);
    const words = document.getElementById('melt-reading');
    if (words) words.textContent = reads[now];
  };

  const leave = chart => { chart.querySelector('.hair').removeAttribute('d'); usual(); };

  document.addEventListener('pointermove', event => {
    const chart = event.target.closest?.('[data-reads]');
    if (!chart) return;
    const [left, right] = [Number(chart.dataset.left), Number(chart.dataset.right)];
    read(chart, Math.round(((svgX(chart, event.clientX) - left) / (right - left)) * (chart.dataset.reads.split('|').length - 1)));
  });
  document.addEventListener('pointerout', event => {
    const chart = event.target.closest?.('[data-reads]');
    if (chart && !chart.contains(event.relatedTarget) && document.activeElement !== chart) leave(chart);
  });
  document.addEventListener('focusin', event => { if (event.target.matches('[data-reads]')) read(event.target, Number(event.target.getAttribute('aria-valuenow'))); });
  document.addEventListener('focusout', event => { if (event.target.matches('[data-reads]')) leave(event.target); });
  // Before the page's own keys: arrows move the reading while the chart has the keyboard.
  document.addEventListener('keydown', event => {
    if (!event.target.matches?.('[data-reads]')) return;
    const step = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1, PageDown: -10, PageUp: 10, Home: -100, End: 100 }[event.key];
    if (!step) return;
    event.preventDefault();
    event.stopPropagation();
    read(event.target, Number(event.target.getAttribute('aria-valuenow')) + step);
  }, true);

  let earlier = null;
  const draw = () => {
    const path = document.getElementById('earlier');
    if (earlier) path?.setAttribute('d', earlier);
    else path?.removeAttribute('d');
    document.getElementById('earlier-key')?.setAttribute('aria-pressed', earlier ? 'true' : 'false');
  };
  document.addEventListener('bench:shown', draw);
  document.addEventListener('bench:earlier', async () => {
    if (earlier) { earlier = null; draw(); return; }
    const answer = await fetch(`/bench/${document.getElementById('bench').dataset.id}?handler=Earlier`).catch(() => null);
    if (answer?.ok) { earlier = await answer.text(); draw(); }
  });
})();
