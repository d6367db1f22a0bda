/** Typed or pasted text without control characters, which nobody can see; a text of several lines keeps its line ends and tabs. */
export function seenText(text: string, lines = false): string {
  return lines ? text.replace(/[^\P{Cc}\n\r\t]/gu, '') : text.replace(/[\n\r\t]+/g, ' ').replace(/\p{Cc}/gu, '');
}
