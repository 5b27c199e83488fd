// Shows what is chosen at once; without it the button does.
document.getElementById('compare-form')?.addEventListener('change', event => {
  if (event.target.type === 'radio') {
    const other = event.target.form.elements.with;
    if (event.target.name === 'a') other.value = '';
    sessionStorage.setItem('compare-focus', `${event.target.name}=${event.target.value}`);
    event.target.form.requestSubmit();
  }
});
{
  // The chosen revision keeps the keyboard over the reload.
  const [name, value] = (sessionStorage.getItem('compare-focus') ?? '').split('=');
  sessionStorage.removeItem('compare-focus');
  if (name) document.querySelector(`#compare-form [name="${name}"][value="${value}"]`)?.focus();
}
