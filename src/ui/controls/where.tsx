'use client'
import { useId } from 'react'
import { count, listed } from '../words.ts'
import { useOutline } from '../state/outline.ts'
import type { Field, Scope } from './use-field.ts'

/** The stylesheet, where it is not the sheet but one that the sheet imports. */
const inFile = ({ file }: Field) => (file === null ? '' : `${file}, `)

/** Says in a line which rule a control's edit goes to, and offers the other places where there are any. */
export function Where({ field }: { field: Field }) {
  const id = useId()
  const outline = useOutline()
  const { decision, swatch, scope } = field
  if (!decision) {
    return (
      <p className="text-[12px] text-quiet">
        Not set. A change {field.ownLine === null ? 'writes the rule' : 'goes into'}{' '}
        <code className="font-mono text-ink">{field.selector}</code>
        {field.ownLine !== null && `, ${inFile(field)}line ${field.ownLine}`}.
      </p>
    )
  }
  const choices: { scope: Scope; label: string }[] = [
    ...(decision.group.length > 0
      ? [
          { scope: 'group' as const, label: `change all of ${listed([field.selector, ...decision.group], 4)}` },
          { scope: 'only' as const, label: `change only ${field.selector}` },
        ]
      : swatch
        ? [{ scope: 'group' as const, label: `change only ${field.selector}` }]
        : []),
    ...(swatch
      ? [{ scope: 'swatch' as const, label: `change the swatch ${swatch.name} (${count(swatch.uses, 'use')})` }]
      : []),
  ]
  return (
    <div className="text-[12px] text-quiet">
      <p>
        Set by{' '}
        <button
          type="button"
          className="text-left text-ink underline decoration-edge underline-offset-2"
          onClick={() => field.show?.()}
          {...outline(decision.rule.selector)}
        >
          {inFile(field)}line {field.line},{' '}
          <code className="font-mono">{decision.rule.selector.replace(/\s+/g, ' ')}</code>
        </button>
        {decision.declaration.property !== field.property && (
          <>
            {' '}
            in <code className="font-mono">{decision.declaration.property}</code>
          </>
        )}
        {field.conditional > 0 && `; also set in ${count(field.conditional, 'rule')} for some screens`}
      </p>
      {field.inForce && (
        <p className="text-alarm">
          At {field.inForce.width} px{' '}
          <button
            type="button"
            className="text-left underline underline-offset-2"
            title="Show the rule that holds at this width"
            onClick={field.inForce.show}
          >
            {inFile(field)}line {field.inForce.line}
          </button>{' '}
          sets it instead, in <code className="font-mono">{field.inForce.condition}</code>: a change here does not show
          at this width.
        </p>
      )}
      {choices.length > 1 && (
        <div role="radiogroup" aria-label="Change" className="mt-0.5 flex flex-col">
          {choices.map((choice) => (
            <label key={choice.scope} className="flex items-center gap-1.5">
              <input
                type="radio"
                name={id}
                className="accent-(--accent)"
                checked={scope === choice.scope}
                onChange={() => field.setScope(choice.scope)}
              />
              {choice.label}
            </label>
          ))}
        </div>
      )}
    </div>
  )
}
