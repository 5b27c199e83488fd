// Sends until there is an answer. What waits is kept in the page, which does not let itself be closed meanwhile without asking.
const again = 1500;
let waiting = 0;

addEventListener('beforeunload', event => { if (waiting > 0) event.preventDefault(); });

export async function postUntilAnswered(address, body, unanswered) {
  waiting += 1;
  try {
    for (;;) {
      try {
        return await fetch(address, {
          method: 'POST',
          headers: { 'Content-Type': 'application/json', 'X-Request-Token': document.querySelector('input[name=__RequestVerificationToken]').value },
          body: JSON.stringify(body),
        });
      } catch {
        unanswered();
        await new Promise(resolve => setTimeout(resolve, again));
      }
    }
  } finally {
    waiting -= 1;
  }
}
