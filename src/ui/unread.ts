/**
 * The first field whose text is not understood, or not yet: it is taken to, and nothing may be
 * saved, since what stands behind it is older than what is typed.
 * @param within a form, or any part of the page
 * @returns a sentence for beside the button; null where every field was read
 */
export function unreadIn(within: ParentNode): string | null {
  const field = within.querySelector<HTMLInputElement>('[data-unread]');
  if (!field) return null;
  field.focus();
  if (field.value.trim() === '')
    return `“${field.dataset.unread}” is empty, so nothing was saved. Give it a figure.`;
  return (
    `“${field.value}” in “${field.dataset.unread}” is not understood, so nothing was ` +
    'saved. What you typed is kept.'
  );
}
