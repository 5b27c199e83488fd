// Shows what is chosen at once; without it the button does. The chosen revision keeps the keyboard over the reload.
const focused = 'compare-focus';

document.addEventListener('alpine:init', () => {
  Alpine.data('comparison', () => ({
    init() {
      const [name, value] = (sessionStorage.getItem(focused) ?? '').split('=');
      sessionStorage.removeItem(focused);
      if (name) this.$root.querySelector(`[name="${name}"][value="${value}"]`)?.focus();
    },

    choose({ target }) {
      if (target.type !== 'radio') return;
      if (target.name === 'a') target.form.elements.with.value = '';
      sessionStorage.setItem(focused, `${target.name}=${target.value}`);
      target.form.requestSubmit();
    },
  }));
});
