// Nothing moves under a pointer that is down: an answer that would write the page anew waits until the button is let go.
const longest = 2000;
let released = Promise.resolve();

addEventListener('pointerdown', event => {
  if (event.button !== 0) return;
  released = new Promise(done => {
    // What the press does is done before the page changes. A browser may keep the end of a press to itself.
    for (const end of ['pointerup', 'pointercancel']) addEventListener(end, () => setTimeout(done), { once: true });
    setTimeout(done, longest);
  });
}, true);

export const letGo = () => released;
