import type { By, WebElement } from 'selenium-webdriver'

/** An element that is still being looked for, to be waited for or used as it comes. */
export const chained = (found: Promise<WebElement>) =>
  Object.assign(found, {
    click: () => found.then(element => element.click()),
    clear: () => found.then(element => element.clear()),
    sendKeys: (...keys: string[]) => found.then(element => element.sendKeys(...keys)),
    getText: () => found.then(element => element.getText()),
    getAttribute: (name: string) => found.then(element => element.getAttribute(name)),
    findElement: (within: By) => found.then(element => element.findElement(within)),
    findElements: (within: By) => found.then(element => element.findElements(within)),
  })
