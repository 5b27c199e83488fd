// While a code is shown, looks whether the phone has come in.
const often = 2000;

document.addEventListener('alpine:init', () => {
  Alpine.data('phones', () => ({
    init() { if (this.$root.dataset.phones) setInterval(() => this.look(), often); },

    async look() {
      const answer = await fetch('/phones?handler=Count').catch(() => null);
      if (answer?.ok && Number(await answer.text()) > Number(this.$root.dataset.phones)) location.assign('/phones');
    },
  }));
});
