// The browser that benchmarks are run in.

/** Starts it; `apart` gives every site a process of its own, as browsers on desktops do. */
export async function launch({ apart = false } = {}) {
  const { chromium } = await import('@playwright/test')
  const args = ['--no-sandbox', '--disable-gpu', '--disable-background-networking']
  return chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: apart ? [...args, '--site-per-process'] : args,
  })
}
