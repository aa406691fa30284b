'use client'
import { useState } from 'react'
import type { Doc } from '../../core/site/step.ts'
import type { Choice, ClashPlace } from '../../core/text/merge.ts'
import { placeOf } from '../../core/text/place.ts'
import { applySplices } from '../../core/text/splice.ts'
import { Modal } from '../controls/modal.tsx'
import { useWorkroom } from '../state/context.tsx'
import type { Conflict } from '../state/taking-in.ts'
import { count } from '../words.ts'
import { around, Excerpt } from './excerpt.tsx'
import { SaveTexts, useDocName } from './save-texts.tsx'

const keyOf = (doc: Doc, at: number) => `${doc} ${at}`

/** This window and another changed the same places: shows those, with both texts, to choose from. All else is merged already. */
export function ConflictDialog({ conflict }: { conflict: Conflict }) {
  const { store } = useWorkroom()
  const nameOf = useDocName()
  const [chosen, setChosen] = useState<Readonly<Record<string, Choice>>>({})
  const choiceAt = (doc: Doc, at: number): Choice => chosen[keyOf(doc, at)] ?? 'mine'
  const docs = conflict.docs.filter(({ merged }) => merged.places.length > 0)
  const places = docs.flatMap(({ doc, merged }) => merged.places.map((_, at) => keyOf(doc, at)))
  const chooseAll = (choice: Choice) => setChosen(Object.fromEntries(places.map((key) => [key, choice])))
  return (
    <Modal open wide title="Another window changed the same place">
      <p className="mt-1 text-quiet">
        Everything else has been brought together. Choose what holds at {count(places.length, 'place')}; what you do not
        choose stays in the history, an undo away.
      </p>
      {places.length > 1 && (
        <p className="mt-2 flex gap-2">
          <button type="button" className="btn h-7" onClick={() => chooseAll('mine')}>
            This window’s everywhere
          </button>
          <button type="button" className="btn h-7" onClick={() => chooseAll('theirs')}>
            The other’s everywhere
          </button>
        </p>
      )}
      <div className="mt-3 max-h-[50vh] overflow-auto" tabIndex={0} aria-label="Places that both changed">
        {docs.map(({ doc, merged }) =>
          merged.places.map((place, at) => (
            <fieldset key={keyOf(doc, at)} className="mb-4">
              <legend className="font-semibold">
                {nameOf(doc)}, line {placeOf(merged.base, place.from).line}
              </legend>
              <div className="mt-1 grid grid-cols-2 gap-2">
                {waysAt(place).map(({ choice, says }) => (
                  <label key={choice} className="block">
                    <input
                      type="radio"
                      name={keyOf(doc, at)}
                      className="mr-1.5"
                      checked={choiceAt(doc, at) === choice}
                      onChange={() => setChosen({ ...chosen, [keyOf(doc, at)]: choice })}
                    />
                    {says}
                    <Excerpt text={excerptOf(merged.base, place, choice)} />
                  </label>
                ))}
              </div>
            </fieldset>
          )),
        )}
      </div>
      <div className="mt-4 flex flex-wrap justify-end gap-2">
        <SaveTexts />
        <button type="button" className="btn btn-main" onClick={() => store.getState().choose(choiceAt)}>
          Go on
        </button>
      </div>
    </Modal>
  )
}

const WAYS: readonly { choice: Choice; says: string }[] = [
  { choice: 'mine', says: 'This window' },
  { choice: 'theirs', says: 'The other window' },
]

/** Where both put something in, both can stay. */
const waysAt = ({ base }: ClashPlace) => (base === '' ? [...WAYS, { choice: 'both' as const, says: 'Both' }] : WAYS)

/** The lines around a place, as they would be. */
function excerptOf(base: string, place: ClashPlace, choice: Choice): string {
  const insert = choice === 'both' ? place.theirs + place.mine : place[choice]
  const text = applySplices(base, [{ from: place.from, to: place.to, insert }])
  return around(text, place.from, place.from + insert.length)
}
