import { unknown, type UnknownBox } from './used-box.ts'

/** Why a width is not known, as the end of a sentence. */
export const FROM_CONTENT = {
  float: 'it floats and has no width, so it is as wide as its content',
  inline: 'it stands in the line without a width, so it is as wide as its content',
  positioned: 'it is positioned without a width or both sides, so it is as wide as its content',
  table: 'it is a table whose columns follow their content',
  cell: 'it is part of a table whose columns follow their content',
  control: 'browsers give form controls sizes of their own',
  picture: 'its picture has a size that is not known here',
  keyword: 'its width, minimum or maximum is asked of its content',
  vertical: 'its text runs from top to bottom',
  beside: 'it makes room for a float beside it',
  ratio: 'its width follows its height, which is not known here',
  aligned: 'it is aligned in its line instead of filling it, so it is as wide as its content',
  details: 'it stands in what details open',
  item: 'what stands in it decides how small it may get',
} as const

/** Why a width is not known that hangs on that of the box around it. */
export function within(why: UnknownBox): UnknownBox {
  return why.why.startsWith('the width around it') ? why : unknown(`the width around it is not known: ${why.why}`)
}

/** Why a height is not known, as the end of a sentence. */
export const HEIGHT_FROM = {
  text: 'it is as high as the text in it',
  floats: 'what floats in it or beside it decides where it ends',
  table: 'it is a table, or part of one, as high as its rows',
  quirks: 'without a doctype browsers stretch it over the window',
  keyword: 'its height, minimum or maximum is asked of its content',
  control: 'browsers give form controls sizes of their own',
  picture: 'its picture has a size that is not known here',
  ratio: 'its height follows its width, or what stands in it',
  columns: 'its content is set in columns of equal height',
  grid: 'its rows are told in a way that is not counted here',
  width: 'a width it hangs on is not known',
  item: 'its container gives it a height that is not counted here',
} as const

/** Why a height is not known that hangs on that of a box in it. */
export function heightWithin(why: UnknownBox): UnknownBox {
  return why.why.startsWith('a height in it') ? why : unknown(`a height in it is not known: ${why.why}`)
}
