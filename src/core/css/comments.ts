/** The comments of a text in CSS, each whole. */
export const commentsIn = (text: string): readonly string[] => text.match(/\/\*[\s\S]*?\*\//g) ?? []
