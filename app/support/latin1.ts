/** A text in the letters of Latin-1 (ISO/IEC 8859-1); what it has none for is written as a question mark. */
export const latin1 = (text: string): string =>
  text.replaceAll('\u2212', '-').replaceAll(/[^\u0020-\u007e\u00a0-\u00ff\n]/gu, '?')
