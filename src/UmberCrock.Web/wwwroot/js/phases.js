// The sheet of a phase: a new one, or name, stage and place of one that is there.
export const openPhase = button => {
  const sheet = document.getElementById('phase-sheet');
  const { phase, name, stage } = sheet.querySelector('form').elements;
  phase.value = button?.dataset.phaseEdit ?? '';
  name.value = button?.dataset.name ?? '';
  if (button) stage.value = button.dataset.stage; else stage.selectedIndex = 0;
  document.getElementById('phase-which').textContent = phase.value;
  document.getElementById('phase-words').hidden = Boolean(button);
  document.getElementById('phase-acts').hidden = !button;
  sheet.showModal();
};
