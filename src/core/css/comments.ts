/** The comments of a text in CSS, each whole. */
export const commentsIn = (text: string): readonly string[] =>
  // One that never ends reaches to the end, so that none is looked for from each beginning within it.
  (text.match(/\/\*[\s\S]*?(?:\*\/|$)/g) ?? []).filter((comment) => comment.length > 3 && comment.endsWith('*/'))
