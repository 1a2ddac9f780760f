import { chromium, type Browser, type BrowserContext } from 'playwright-core'
import { raiseFence } from './fence'

/** Megabytes the scripts of one page may keep. */
const scriptMegabytes = 512

/**
 * What the browser does without. A page of a sandbox has a process of its own, which another look at the same
 * component, on the same origin and in the same context, need not begin anew: that takes longer than the look.
 * Components are still apart, each in a context of its own. To say this takes the place of what Playwright
 * turns off by itself, so what of that matters to pages is said again.
 */
const without = [
  'IsolateSandboxedIframes',
  'SpareRendererForSitePerProcess',
  'AvoidUnnecessaryBeforeUnloadCheckSync',
  'DestroyProfileOnBrowserClose',
  'HttpsUpgrades',
  'HttpsFirstBalancedModeAutoEnable',
  'MediaRouter',
  'PaintHolding',
  'ThirdPartyStoragePartitioning',
  'AvoidCorsURLLoaderRestartOnRedirect',
  'OptimizationHints',
  'NetworkTimeServiceQuerying',
  'AimEnabled',
  'PreconnectToSearch',
]

/**
 * A headless browser that reaches the preview host and nothing else: requests go through a fence,
 * names are not looked up, and what knows no proxy (UDP, and with it most of WebRTC) is not sent.
 */
export async function fencedBrowser(
  executablePath: string,
  previewPort: number,
): Promise<{ browser: Browser; close(): Promise<void> }> {
  const fence = await raiseFence(previewPort)
  try {
    const browser = await chromium.launch({
      executablePath,
      // nobody but root needs to do without the browser's own sandbox
      chromiumSandbox: process.getuid?.() !== 0,
      // what is on loopback goes through the fence too
      proxy: { server: fence.address, bypass: '<-loopback>' },
      args: [
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--site-per-process',
        `--disable-features=${without.join(',')}`,
        '--force-webrtc-ip-handling-policy=disable_non_proxied_udp',
        '--webrtc-ip-handling-policy=disable_non_proxied_udp',
        '--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1',
        '--dns-prefetch-disable',
        `--js-flags=--max-old-space-size=${scriptMegabytes}`,
      ],
    })
    const close = async (): Promise<void> => {
      await browser.close().catch(() => undefined)
      fence.close()
    }
    return { browser, close }
  } catch (error) {
    fence.close()
    throw error
  }
}

/** The window that components are looked at in, in CSS pixels. */
export const usualWindow = { width: 460, height: 400 }

/** A context of its own for one component: whatever it asks for, there is nothing but what its origin serves. */
export async function fencedContext(
  browser: Browser,
  origin: string,
  place: { locale?: string; timezoneId?: string } = {},
): Promise<BrowserContext> {
  const context = await browser.newContext({ viewport: usualWindow, serviceWorkers: 'block', ...place })
  await context.route(
    () => true,
    (route) => (route.request().url().startsWith(`${origin}/`) ? route.continue() : route.abort()),
  )
  return context
}
