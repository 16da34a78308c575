/** A text with a capital letter first. */
export const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
