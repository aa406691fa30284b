'use client'
import { useEffect, useState } from 'react'
import type { WornRule } from '../../core/links/wearable.ts'
import type { WornOnPage } from '../../bridge/messages.ts'
import { useRoom, useWorkroom } from '../state/context.tsx'
import { wornKey } from '../state/frames.ts'
import { askOnce } from '../state/use-answer.ts'
import { useAtFrames } from '../state/use-at-frames.ts'
import { useViewport } from '../state/viewport.ts'

/** Puts the state that is worn on every frame of the screen, and again whenever a page or the sheet says something else. */
export function WornStates() {
  const workroom = useWorkroom()
  const { frames, store } = workroom
  const worn = useRoom((state) => state.worn)
  const texts = useRoom((state) => state.texts)
  const preview = useRoom((state) => state.preview)
  const closeUp = useRoom((state) => state.closeUp)
  const { width, zoom } = useViewport()
  const pace = useRoom((state) => state.pace)
  const on = useTurns(worn?.playing === true, pace)
  useAtFrames(
    async (isCurrent) => {
      if (!worn || !on) return frames.putOnStates(new Map(), pace)
      const { state, subject } = worn
      const shown = frames.shown
      const answers = await askOnce(workroom, 'worn', { state, subject, pages: shown })
      const root = frames.rootOf(store.getState().lookId)
      if (isCurrent() && answers)
        frames.putOnStates(
          new Map(answers.map(({ rules, ...at }) => [wornKey(at), rules.map((rule) => onPage(rule, root))] as const)),
        )
    },
    [worn, on, pace, texts, preview, closeUp, width, zoom],
  )
  return null
}

/** How long a played state stays on and off, ms at normal speed: longer than a change of state should take. */
const TURN_MS = 1200
const LONGEST_TURN_MS = 6000

/** Whether a state that is played is on just now; always on where nothing is played. */
function useTurns(playing: boolean, pace: number): boolean {
  const [on, setOn] = useState(true)
  useEffect(() => {
    setOn(true)
    if (!playing) return
    const timer = setInterval(() => setOn((now) => !now), Math.min(LONGEST_TURN_MS, TURN_MS / pace))
    return () => clearInterval(timer)
  }, [playing, pace])
  return on
}

/** A reference that leads to a file of the site from its top folder. */
const OF_THE_SITE = /url\("(?![a-z][a-z\d+.-]*:|[#/])/gi

function onPage({ indices, pseudo, values }: WornRule, root: string): WornOnPage {
  const declarations = Object.entries(values)
    .map(([name, value]) => `${name}:${value.replace(OF_THE_SITE, `url("${root}`)}!important`)
    .join(';')
  return { indices: [...indices], pseudo: pseudo === '' ? '' : `::${pseudo}`, declarations }
}
