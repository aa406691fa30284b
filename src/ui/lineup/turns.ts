import { useEffect, useState } from 'react'
import { flushSync } from 'react-dom'
import { useWorkroom } from '../state/context.tsx'

/** What waits for a task of its own, so that the window answers between them; null while none is under way. */
let tasks: (() => void)[] | null = null

/** Does each in a task of its own, what is drawn anew for it included. */
function inOwnTask(task: () => void): void {
  if (tasks) tasks.push(task)
  else {
    tasks = [task]
    setTimeout(nextTask)
  }
}

function nextTask(): void {
  const task = tasks!.shift()
  if (task) setTimeout(nextTask)
  else tasks = null
  // At once, or what several of them change would be drawn in one task after all.
  if (task) flushSync(task)
}

/** So long must a page stay in view before its frame is made: one that only flies by in scrolling is not worth it. */
const STAYS_MS = 140
/** Between two frames that come alive, so that scrolling stays smooth while they do. */
const APART_MS = 40

const queue: (() => void)[] = []
let busy = false

function next(): void {
  const turn = queue.shift()
  busy = turn !== undefined
  if (!turn) return
  turn()
  setTimeout(next, APART_MS)
}

/** Whether a frame may be alive: it waits until its page has come to rest in view and until it is its turn, and goes with it. */
export function useTurn(inView: boolean): boolean {
  const [alive, setAlive] = useState(false)
  useEffect(() => {
    if (inView === alive) return
    let over = false
    const turn = () => {
      if (!over) setAlive(inView)
    }
    const timer = setTimeout(() => {
      queue.push(turn)
      if (!busy) next()
    }, STAYS_MS)
    return () => {
      over = true
      clearTimeout(timer)
    }
  }, [inView, alive])
  return alive
}

/** A page that does not come holds up those out of view no longer than this. */
const PATIENCE_MS = 3000

/**
 * Whether it is a frame's turn when a site is opened: those in view come first, the others once these are there; each in a
 * task of its own, for making one takes a browser over 10 ms.
 */
export function useAfterThoseInView(inView: boolean): boolean {
  const { frames } = useWorkroom()
  const [calm, setCalm] = useState(() => frames.isCalm)
  useEffect(() => {
    if (calm) return
    const look = () => frames.isCalm && setCalm(true)
    const leave = frames.watch(look)
    const timer = setTimeout(() => setCalm(true), PATIENCE_MS)
    return () => {
      leave()
      clearTimeout(timer)
    }
  }, [frames, calm])
  const [came, setCame] = useState(false)
  const comes = inView || calm
  useEffect(() => {
    if (!comes || came) return
    let over = false
    inOwnTask(() => !over && setCame(true))
    return () => {
      over = true
    }
  }, [comes, came])
  return came
}
