import { openBrowser, LAPTOP, PHONE, type Size } from '../tests/support/browser'
import { startServer } from '../tests/support/server'
const server = await startServer()
const sizes: Record<string, Size> = {
  l: LAPTOP,
  p: PHONE,
  t: { width: 1024, height: 768, scale: 1, isPhone: false },
  x: { width: 1920, height: 1080, scale: 1, isPhone: false },
}
for (const which of (process.env.SIZES ?? 'l').split('')) {
  const browser = await openBrowser(sizes[which]!)
  await browser.go(server.url)
  await browser.waitForText('verdict', /wanted 250/).catch(() => console.log('slow'))
  await new Promise(r => setTimeout(r, 6000))
  await browser.picture(`/tmp/z-${which}.png`)
  for (const step of (process.env.STEPS ?? '').split(',').filter(Boolean)) {
    if (step === 'pic') {
      await browser.picture(`/tmp/z-${which}-${Date.now() % 100000}.png`)
      continue
    }
    await browser.click(step)
    await new Promise(r => setTimeout(r, 1200))
  }
  if (process.env.STEPS) await browser.picture(`/tmp/z-${which}2.png`)
  console.log(await browser.complaints())
  await browser.close()
}
server.stop()
