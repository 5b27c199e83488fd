// Pages whose acts are buttons and links alone: each names its key, and the key presses it.
import { onKeys } from './keys.js';

const press = key => {
  const act = document.querySelector(`[data-act="${CSS.escape(key)}"]`);
  act?.click();
  return Boolean(act);
};

document.addEventListener('keydown', onKeys({}, { other: key => press(/^[A-Z]$/.test(key) ? key.toLowerCase() : key) }));
