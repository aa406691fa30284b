// The tasks of a window's main thread, with the processor time that each took.

/**
 * Does something and says how long each task took that the window's main thread ran meanwhile: `{ clock, processor }`, in ms.
 * Processor time leaves out what the system gave to other threads and programs in the midst of a task.
 */
export async function mainThreadTasks(page, work) {
  const browser = page.context().browser()
  await browser.startTracing(page, { categories: ['toplevel', 'blink.user_timing'] })
  await work()
  // The mark tells which of all threads is the window's.
  await page.evaluate(() => performance.mark('the-window'))
  const { traceEvents } = JSON.parse(await browser.stopTracing())
  const window = traceEvents.findLast(({ name }) => name === 'the-window')
  return traceEvents
    .filter(({ name, ph, pid, tid }) => ph === 'X' && /RunTask$/.test(name) && pid === window.pid && tid === window.tid)
    .map(({ dur, tdur }) => ({ clock: dur / 1000, processor: tdur / 1000 }))
}
