import type { Tag } from './tags.ts';

/** The words of a text, without the codes of its looks. */
export function plainText(tags: readonly Tag[]): string {
  return tags
    .filter(({ code }) => code === 1 || code === 3)
    .sort((a, b) => b.code - a.code)
    .map(({ value }) => value)
    .join('')
    .replace(/\\U\+([0-9a-f]{4})/gi, (_, digits: string) => String.fromCodePoint(Number.parseInt(digits, 16)))
    .replace(/%%c/gi, 'Ø')
    .replace(/%%d/gi, '°')
    .replace(/%%p/gi, '±')
    .replace(/%%[uok]/gi, '')
    .replace(/\\P/g, ' ')
    .replace(/\\[ACcFfHhQTWp][^;\\{}]*;/g, '')
    .replace(/\\[LlOoKk]/g, '')
    .replace(/\\S([^;^/#]*)[\^/#]([^;]*);/g, '$1/$2')
    .replace(/\\~/g, ' ')
    .replace(/[{}]/g, '')
    .replace(/\s+/g, ' ')
    .trim();
}
