// The two acts of this page by key: the switch, and learning again.
import { onKeys } from './keys.js';

const press = key => () => {
  const button = document.querySelector(`[data-act="${key}"]`);
  button?.click();
  return Boolean(button);
};

document.addEventListener('keydown', onKeys({ u: press('u'), l: press('l') }));
