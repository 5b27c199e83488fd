// What the scale and the probe say, as it comes; and when something was entered into a batch, here or elsewhere.
export const oldest = 1000;

export const hear = (batch, { device, entered = () => {} }) => {
  const source = new EventSource(`/devices?handler=live${batch ? `&batch=${batch}` : ''}`);
  source.addEventListener('device', event => device(JSON.parse(event.data)));
  source.addEventListener('batch', event => entered(Number(event.data)));
  return source;
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
