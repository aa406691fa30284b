import { syntaxTree } from '@codemirror/language'
import { EditorState, type ChangeSpec, type Transaction } from '@codemirror/state'

/** What is typed in the name of a tag is written into the name of the tag it makes a pair with. */
export const renameInPair = EditorState.transactionFilter.of((transaction) => {
  const change = transaction.docChanged && isTyped(transaction) ? inPair(transaction) : null
  return change ? [transaction, { changes: change }] : transaction
})

const isTyped = (transaction: Transaction) => transaction.isUserEvent('input') || transaction.isUserEvent('delete')

function inPair({ startState, changes }: Transaction): ChangeSpec | null {
  const all: { from: number; to: number; insert: string }[] = []
  changes.iterChanges((from, to, _a, _b, insert) => all.push({ from, to, insert: insert.toString() }))
  const [change, more] = all
  // What is no letter of a name ends it.
  if (!change || more || !/^[\w-]*$/.test(change.insert)) return null
  const { from, to, insert } = change
  const name = nameAt(startState, from, to)
  const other = name && otherNameOf(name)
  if (!other) return null
  const written = (node: { from: number; to: number }) => startState.sliceDoc(node.from, node.to)
  if (written(name).toLowerCase() !== written(other).toLowerCase()) return null
  return { from: other.from + from - name.from, to: other.from + to - name.from, insert }
}

/** The name of a tag that holds all of a stretch. */
function nameAt(state: EditorState, from: number, to: number) {
  const tree = syntaxTree(state)
  return ([-1, 1] as const)
    .map((side) => tree.resolveInner(from, side))
    .find((node) => node.name === 'TagName' && node.from <= from && to <= node.to)
}

type Name = NonNullable<ReturnType<typeof nameAt>>

/** The name in the tag that closes or opens the same element. */
function otherNameOf(name: Name) {
  const tag = name.parent
  const element = tag?.parent
  if (!tag || !element) return null
  const other = tag.name === 'OpenTag' ? element.lastChild : tag.name === 'CloseTag' ? element.firstChild : null
  return other && other.name !== tag.name ? other.getChild('TagName') : null
}
