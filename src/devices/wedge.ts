/** Types a text into a field the way a keyboard wedge does: the figure, then Enter. */
export function typeInto(field: HTMLInputElement, text: string): void {
  field.focus();
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set;
  set?.call(field, text);
  field.dispatchEvent(new Event('input', { bubbles: true }));
  // After whatever listens to the field has taken the text in.
  setTimeout(() => field.form?.requestSubmit());
}
