// Presses on a dose. Each is seen at once; those that wait while one is under way add up and go out as one.
const round = value => Math.round(value * 10000) / 10000;

export class Nudging {
  // In order: { line, slug, by, sent }; an entry goes when its answer is shown.
  waiting = [];

  constructor(bench) { this.id = bench.dataset.id; }

  // Adds a press; true when it opens an entry that is still to be sent.
  add(row, by) {
    const line = Number(row.dataset.line);
    const last = this.waiting.at(-1);
    const joins = last && last.line === line && !last.sent;
    if (joins) last.by = round(last.by + by);
    else this.waiting.push({ line, slug: row.dataset.slug, by, sent: false });
    this.show();
    return !joins;
  }

  // The entry that is sent now; null when the page was left meanwhile and took it along.
  next() {
    const entry = this.waiting.find(one => !one.sent);
    if (!entry) return null;
    entry.sent = true;
    return { line: entry.line, by: entry.by };
  }

  // Its answer came: what it did is in the page, or was refused.
  done() {
    const gone = this.waiting.filter(one => one.sent);
    this.waiting = this.waiting.filter(one => !one.sent);
    for (const { line } of gone) { const field = document.getElementById(`dose-${line}`); if (field) field.value = field.defaultValue; }
    this.show();
  }

  // Doses with what was pressed and is not answered yet; the line that takes what is left is left to the server.
  show() {
    for (const line of new Set(this.waiting.map(one => one.line))) {
      const field = document.getElementById(`dose-${line}`);
      if (!field || field.classList.contains('bal')) continue;
      const kept = field.getAttribute('value');
      const sum = this.waiting.filter(one => one.line === line).reduce((all, one) => all + one.by, Number(kept.replace(',', '.')));
      const text = Math.min(100, Math.max(0, round(sum))).toFixed(2);
      field.value = kept.includes(',') ? text.replace('.', ',') : text;
      field.dataset.sent = field.value;
      const dock = document.getElementById('dock-dose');
      if (dock && field.closest('.row').classList.contains('sel')) dock.textContent = field.value;
    }
  }

  // The page is left: what still waits is sent without waiting for an answer.
  leave() {
    for (const { line, slug, by } of this.waiting.filter(one => !one.sent)) {
      fetch(`/bench/${this.id}?handler=Nudge`, {
        method: 'POST',
        keepalive: true,
        headers: { 'Content-Type': 'application/json', 'X-Request-Token': document.querySelector('input[name=__RequestVerificationToken]').value },
        body: JSON.stringify({ line, ingredient: slug, by }),
      });
    }
    this.waiting = [];
  }
}
