import type { RouteRecordRaw } from 'vue-router'

/** Every page, loaded when it is visited. */
const FILES = import.meta.glob('../../../app/pages/**/*.vue') as Record<string, () => Promise<object>>

const nameOf = (file: string) => /app\/pages\/(.*)\.vue$/.exec(file)![1]!
const pages = new Map(Object.entries(FILES).map(([file, load]) => [nameOf(file), load]))

const pathOf = (name: string) => (name === 'index' ? '' : name)

/** The routes that the framework makes of the pages: a folder beside a page of its name holds that page's children. */
export const ROUTES: RouteRecordRaw[] = [...pages]
  .filter(([name]) => !name.includes('/'))
  .map(([name, component]): RouteRecordRaw => {
    const children = [...pages]
      .filter(([child]) => child.startsWith(`${name}/`))
      .map(([child, load]): RouteRecordRaw => ({ path: pathOf(child.slice(name.length + 1)), component: load }))
    return children.length > 0
      ? { path: `/${pathOf(name)}`, component, children }
      : { path: `/${pathOf(name)}`, component }
  })
