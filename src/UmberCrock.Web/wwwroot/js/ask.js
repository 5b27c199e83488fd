// Asks the application for a part of a page. Of several answers only the newest question's counts, whichever arrives last; what is
// no part of a page is told in words.
import { letGo } from './letgo.js';

const silent = 'The application does not answer.';
const unsaid = 'This could not be read.';

export const wordsOf = text => {
  try {
    const told = JSON.parse(text);
    return told.errors?.map(error => error.reason).join(' ') || told.detail || unsaid;
  } catch {
    return unsaid;
  }
};

// A function that asks, for one place of a page: null when it has asked again meanwhile, otherwise { ok, text, words }.
export const asker = () => {
  let turn = 0;
  return async (address, options) => {
    const asked = ++turn;
    const reply = await fetch(address, options).catch(() => null);
    const text = await reply?.text().catch(() => null);
    await letGo();
    if (asked !== turn) return null;
    if (typeof text !== 'string') return { ok: false, status: 0, text: '', words: silent };
    return { ok: reply.ok, status: reply.status, text, words: reply.ok ? '' : wordsOf(text) };
  };
};
