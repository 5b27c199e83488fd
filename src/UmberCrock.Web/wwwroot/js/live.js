// What the scale and the probe say, as it comes; and when something was entered into a batch, here or elsewhere.
export const oldest = 1000;

// Heard only while it is looked at: a browser has six lines to one address, and tabs that nobody sees would take them all.
export const hear = (batch, { device, entered = () => {} }) => {
  let source = null;
  const listen = () => {
    source?.close();
    source = document.visibilityState === 'visible' ? new EventSource(`/devices?handler=live${batch ? `&batch=${batch}` : ''}`) : null;
    source?.addEventListener('device', event => device(JSON.parse(event.data)));
    source?.addEventListener('batch', event => entered(Number(event.data)));
  };
  document.addEventListener('visibilitychange', listen);
  listen();
  return { close() { source?.close(); document.removeEventListener('visibilitychange', listen); } };
};

// Asks something of a device; says what is wrong, or nothing.
export const ask = async (device, act) => {
  const answer = await fetch('/devices?handler=ask', {
    method: 'POST',
    headers: { 'X-Request-Token': document.querySelector('input[name=__RequestVerificationToken]').value },
    body: new URLSearchParams({ device, act, quiet: 'true' }),
  }).catch(() => null);
  return answer ? answer.text() : 'No answer. Ask again.';
};
