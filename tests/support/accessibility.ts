import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Browser } from './browser'

const AXE = readFileSync(join(import.meta.dirname, '../../node_modules/axe-core/axe.min.js'), 'utf8')

/**
 * Serious and critical findings of the accessibility checker on the page as it stands. What was taken off the page
 * while it was looked at has no colours to be judged by, and counts as gone.
 */
export const findings = async (on: Browser): Promise<string[]> => {
  await on.driver.executeScript(AXE)
  return on.driver.executeAsyncScript(`
    const done = arguments[arguments.length - 1]
    axe.run({ elementRef: true }).then(({ violations }) => done(violations
      .filter(({ impact }) => impact === 'serious' || impact === 'critical')
      .map(({ id, nodes }) => ({ id, nodes: nodes.filter(({ element }) => !element || element.isConnected) }))
      .filter(({ nodes }) => nodes.length > 0)
      .map(({ id, nodes }) => id + ': ' + nodes.map(node => node.target.join(' ')).join(', '))))`)
}
