/** A title in quotation marks; those that it has itself become single ones, as in print. */
export const inQuotes = (title: string): string => `“${title.replaceAll("“", "‘").replaceAll("”", "’")}”`;
