// Sends until there is an answer. A first try outlives the page; what waits for another is kept in the page, which does not let
// itself be closed meanwhile without asking.
const again = 1500;
let waiting = 0;

addEventListener('beforeunload', event => { if (waiting > 0) event.preventDefault(); });

export async function untilAnswered(address, sent, unanswered) {
  let isWaiting = 0;
  try {
    for (;;) {
      try {
        return await fetch(address, { method: 'POST', keepalive: true, ...sent() });
      } catch {
        if (!isWaiting) { isWaiting = 1; waiting += 1; }
        unanswered();
        await new Promise(resolve => setTimeout(resolve, again));
      }
    }
  } finally {
    waiting -= isWaiting;
  }
}

export const postUntilAnswered = (address, body, unanswered, more = {}) => untilAnswered(address, () => ({
  headers: { ...more, 'Content-Type': 'application/json', 'X-Request-Token': document.querySelector('input[name=__RequestVerificationToken]').value },
  body: JSON.stringify(body),
}), unanswered);
