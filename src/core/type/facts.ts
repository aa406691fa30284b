import { z } from 'zod'

/** What is read from a font file. Lengths are font units, of which `unitsPerEm` make an em. */
export const fontFactsSchema = z.object({
  family: z.string(),
  /** "Bold Italic". */
  subfamily: z.string(),
  format: z.enum(['woff2', 'woff', 'truetype', 'opentype']),
  /** The weight the file says it is (OS/2 usWeightClass), or the span of its weight axis. */
  weight: z.tuple([z.number(), z.number()]),
  italic: z.boolean(),
  axes: z.array(z.object({ tag: z.string(), name: z.string(), min: z.number(), default: z.number(), max: z.number() })),
  unitsPerEm: z.number(),
  /** Those browsers lay lines out with: OS/2 typo metrics where the file asks for them, else hhea. */
  ascent: z.number(),
  /** Below the baseline; negative as in the file. */
  descent: z.number(),
  lineGap: z.number(),
  glyphs: z.number(),
  /** How many letters of a script or language the font has. */
  coverage: z.array(z.object({ name: z.string(), has: z.number(), of: z.number() })),
  licence: z.string(),
  copyright: z.string(),
  /** Advance widths by character, at weight 400 and 700, or at the only weight there is. */
  advances: z.array(z.object({ weight: z.number(), widths: z.record(z.string(), z.number()) })),
})
export type FontFacts = z.infer<typeof fontFactsSchema>

/** Facts by path of the site; null for a file that is no font. */
export const siteFontsSchema = z.object({ fonts: z.record(z.string(), fontFactsSchema.nullable()) })

/** Characters whose widths are read: Latin letters, digits and the punctuation of running text. */
export const MEASURED =
  ' !"&\'()*,-./0123456789:;?ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyzÀÉÖÜßàáäåæçèéêëíîïñóôöøúüœ–—‘’“”…€'

/** Letters of writing systems, to say what a font covers. */
export const SCRIPTS: readonly (readonly [name: string, letters: string])[] = [
  ['English', 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz'],
  ['Western European', 'ÀÂÄÅÆÇÈÉÊËÍÎÏÑÓÔÖØŒÙÚÛÜŸßàâäåæçèéêëíîïñóôöøœùúûüÿ'],
  ['Central European', 'ĄĆČĎĐĘĚŁŃŇŐŘŚŠŤŮŰŹŻŽąćčďđęěłńňőřśšťůűźżž'],
  ['Turkish', 'ĞİŞğış'],
  ['Greek', 'ΑΒΓΔΕΖΗΘΙΚΛΜΝΞΟΠΡΣΤΥΦΧΨΩαβγδεζηθικλμνξοπρςστυφχψω'],
  ['Cyrillic', 'АБВГДЕЖЗИЙКЛМНОПРСТУФХЦЧШЩЪЫЬЭЮЯабвгдежзийклмнопрстуфхцчшщъыьэюя'],
  ['Vietnamese', 'ĂƠƯăơưẠẢẤẦẬẮẰẶẸẾỀỆỈỊỌỐỒỘỚỜỢỤỨỪỰỲỴạảấầậắằặẹếềệỉịọốồộớờợụứừựỳỵ'],
  ['Punctuation', '–—‘’“”„…•‹›«»€£©®°×'],
]
