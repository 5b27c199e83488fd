// Says which texts of the page are cut off by what holds them, or lie on another text. What scrolls, what floats above the page (bars,
// sheets) and what is there for readers of the screen alone is no misfit.
function misfits() {
  const said = [];
  const texts = [];
  const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  while (walk.nextNode()) {
    const node = walk.currentNode;
    const holder = node.parentElement;
    if (!node.data.trim() || holder.closest('script, style, noscript, template, option, .sr-only')) continue;
    if (!holder.checkVisibility({ opacityProperty: true, visibilityProperty: true })) continue;
    const range = document.createRange();
    range.selectNodeContents(node);
    for (const box of range.getClientRects())
      if (box.width > 1 && box.height > 1) texts.push({ node, holder, box, layer: layerOf(holder) });
  }

  for (const text of texts) {
    const cutter = cut(text);
    if (cutter) said.push(`cut: "${named(text)}" by ${selectorOf(cutter)}`);
  }

  // From the top down, only neighbours can meet. Of a line's height the middle is ink: the rest is room for accents and tails.
  texts.sort((a, b) => a.box.top - b.box.top);
  for (let i = 0; i < texts.length; i++)
    for (let j = i + 1; j < texts.length && texts[j].box.top < texts[i].box.bottom; j++) {
      const [a, b] = [texts[i], texts[j]];
      if (a.node === b.node || a.layer !== b.layer) continue;
      const across = Math.min(a.box.right, b.box.right) - Math.max(a.box.left, b.box.left);
      const down =
        Math.min(a.box.bottom - 0.22 * a.box.height, b.box.bottom - 0.22 * b.box.height) -
        Math.max(a.box.top + 0.25 * a.box.height, b.box.top + 0.25 * b.box.height);
      if (across > 2 && down > 1) said.push(`on top: "${named(a)}" and "${named(b)}"`);
    }
  return [...new Set(said)].slice(0, 12).join('\n');

  function layerOf(element) {
    for (let at = element; at; at = at.parentElement)
      if (['fixed', 'sticky'].includes(getComputedStyle(at).position) || at.tagName === 'DIALOG') return at;
    return null;
  }

  // Leaves of a text's box what is seen, and gives what cuts it off: more than a pixel and a half across or a third of its height, where
  // one cannot scroll to the rest and the pointer does not tell it.
  function cut(text) {
    const whole = text.box;
    let [left, right, top, bottom] = [whole.left, whole.right, whole.top, whole.bottom];
    let cutter = null;
    let scrolls = false;
    for (let at = text.holder; at && at !== document.body; at = at.parentElement) {
      const style = getComputedStyle(at);
      if (style.overflow === 'visible' || style.display === 'contents' || style.display === 'inline') continue;
      const edge = at.getBoundingClientRect();
      scrolls ||= /auto|scroll/.test(style.overflow);
      const across = right > edge.right + 1.5 || left < edge.left - 1.5;
      const down = bottom - edge.bottom > whole.height / 3 || edge.top - top > whole.height / 3;
      const told = style.textOverflow === 'ellipsis' && text.holder.closest('[title]');
      if (!scrolls && !told && (across || down)) cutter ??= at;
      [left, right] = [Math.max(left, edge.left), Math.min(right, edge.right)];
      [top, bottom] = [Math.max(top, edge.top), Math.min(bottom, edge.bottom)];
      if (style.position === 'fixed') break;
    }
    text.box = { left, right, top, bottom, height: bottom - top };
    return cutter;
  }

  function named({ node }) {
    return node.data.trim().replace(/\s+/g, ' ').slice(0, 40);
  }

  function selectorOf(element) {
    return element.tagName.toLowerCase() + (element.id ? `#${element.id}` : '') + [...element.classList].map(name => `.${name}`).join('');
  }
}
