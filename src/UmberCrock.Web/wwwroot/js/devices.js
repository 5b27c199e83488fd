// The page of the scale and the probe: their readings as they come.
import { hear } from './live.js';

hear(null, {
  device: news => {
    const place = document.querySelector(`section[data-device=${news.device}]`);
    if (!place) return;
    place.querySelector('[data-value]').textContent = news.value ?? '–';
    const words = place.querySelector('[data-words]');
    if (words.textContent !== news.words) words.textContent = news.words;
    place.querySelector('[data-skipped]').textContent = news.skipped > 0 ? `${news.skipped} lines were none of the protocol.` : '';
  },
});
