// Words put on the clipboard: those of a button, or those that are fetched for it.
const put = async text => {
  // Over plain http from another device a browser has no clipboard for pages: a selection is copied instead.
  if (navigator.clipboard) { await navigator.clipboard.writeText(text); return; }
  const field = document.createElement('textarea');
  field.value = text;
  (document.querySelector('dialog[open]') ?? document.body).append(field);
  field.select();
  document.execCommand('copy');
  field.remove();
};

export const copyFrom = async button => {
  const { copy, copyFrom: address } = button.dataset;
  const answer = address && await fetch(address).catch(() => null);
  const text = address ? answer?.ok && await answer.text() : copy;
  const said = (button.closest('dialog') ?? document).querySelector('[data-copied]') ?? document.getElementById('kept');
  said.textContent = text ? 'Copied' : 'Not copied: the application does not answer.';
  if (text) await put(text);
};
