// The tasks of a window's main thread, with the processor time that each took.

/**
 * Does something and says which tasks the window's main thread ran meanwhile: `{ at, clock, processor }`, all in ms, `at` from the
 * first of them on. Processor time leaves out what the system gave to other threads and programs in the midst of a task.
 */
export async function mainThreadTasks(page, work) {
  const browser = page.context().browser()
  await browser.startTracing(page, { categories: ['toplevel', 'blink.user_timing'] })
  await work()
  // The mark tells which of all threads is the window's.
  await page.evaluate(() => performance.mark('the-window'))
  const { traceEvents } = JSON.parse(await browser.stopTracing())
  const window = traceEvents.findLast(({ name }) => name === 'the-window')
  const tasks = traceEvents.filter(
    ({ name, ph, pid, tid }) => ph === 'X' && /RunTask$/.test(name) && pid === window.pid && tid === window.tid,
  )
  const from = Math.min(...tasks.map(({ ts }) => ts))
  return tasks.map(({ ts, dur, tdur }) => ({ at: (ts - from) / 1000, clock: dur / 1000, processor: tdur / 1000 }))
}
