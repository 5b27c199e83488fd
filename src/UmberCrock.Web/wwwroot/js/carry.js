// Carries what the server sent into the page. Where the shape is the same, attributes and words change in place, so that the
// focus stays and beads and strata slide; where it is not, the children are replaced.
export const carryNames = (to, from) => {
  for (const name of from.getAttributeNames()) if (to.getAttribute(name) !== from.getAttribute(name)) to.setAttribute(name, from.getAttribute(name));
  for (const name of to.getAttributeNames()) if (!from.hasAttribute(name) && name !== 'open') to.removeAttribute(name);
};

export const carry = (to, from) => {
  if (to.nodeType !== Node.ELEMENT_NODE) { if (to.data !== from.data) to.data = from.data; return; }
  // What is being typed and was not sent yet stays.
  const isText = ['input', 'textarea'].includes(to.localName);
  const isTyped = isText && to === document.activeElement && to.value !== to.defaultValue && to.value !== to.dataset.sent;
  carryNames(to, from);
  if (isText && !isTyped && to.value !== from.value) to.value = from.value;
  if (to.localName === 'input' && to.checked !== from.checked) to.checked = from.checked;
  if (to.localName === 'select' && to.value !== from.value) to.value = from.value;
  if (to.isEqualNode(from)) return;
  const [old, next] = [[...to.childNodes], [...from.childNodes]];
  if (old.length === next.length && old.every((node, at) => node.nodeName === next[at].nodeName)) old.forEach((node, at) => carry(node, next[at]));
  else to.replaceChildren(...next);
};
