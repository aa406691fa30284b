/** Moves the lines behind the first one so far that the block hangs together at another indentation; line ends become `eol`. */
export function reindent(text: string, indent: string, eol: string): string {
  const [first = '', ...rest] = text.split(/\r\n|\r|\n/)
  const filled = rest.filter((line) => line.trim() !== '')
  const last = filled.at(-1)
  // The last line of a block closes what the first one opened, so its indentation is the block's own.
  const own = last === undefined ? '' : /^[ \t]*/.exec(last)![0]
  const common = filled.every((line) => line.startsWith(own)) ? own : ''
  return [first, ...rest.map((line) => (line.trim() === '' ? '' : indent + line.slice(common.length)))].join(eol)
}
