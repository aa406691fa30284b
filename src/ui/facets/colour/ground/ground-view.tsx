'use client'
import { useState } from 'react'
import { ColorRow } from '../../../controls/color-row.tsx'
import { Group, Rivals } from '../../../controls/parts.tsx'
import { targetHint, TargetChoice } from '../../../controls/target-choice.tsx'
import { useComputed, useField, useRivals } from '../../../controls/use-field.ts'
import { useInsights } from '../../../state/context.tsx'
import { Layers } from './layers.tsx'

/** Background and text colour of the page or a box, and the layers of pictures and gradients on it. */
export function GroundView() {
  const targets = useInsights((insights) => insights.boxTargets)
  const [selector, setSelector] = useState('body')
  return (
    <>
      <TargetChoice
        label="Ground of"
        value={selector}
        onChange={setSelector}
        options={targets
          .filter((target) => target.count > 0 || target.selector === 'body')
          .map((target) => ({ value: target.selector, label: target.selector, hint: targetHint(target) }))}
      />
      <Ground key={selector} selector={selector} />
    </>
  )
}

function Ground({ selector }: { selector: string }) {
  const rivals = useRivals(selector, 'background-color background-image color')
  return (
    <>
      <Group title="Colours">
        <GroundColor selector={selector} property="background-color" label="Background" />
        <GroundColor selector={selector} property="color" label="Text" />
      </Group>
      <Layers selector={selector} />
      <Rivals rivals={rivals} />
    </>
  )
}

function GroundColor({ selector, property, label }: { selector: string; property: string; label: string }) {
  const field = useField(selector, property, label.toLowerCase())
  const computed = useComputed(selector, property)
  return <ColorRow label={label} field={field} computed={computed.values[property]} />
}
