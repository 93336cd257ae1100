/** Undo and redo from anywhere but a text field, which has its own. */
export const useHistoryKeys = () => {
  const studio = useStudio()
  useEventListener('keydown', (event: KeyboardEvent) => {
    const isTyping = event.target instanceof HTMLElement && event.target.matches('input, textarea')
    if (isTyping || !(event.ctrlKey || event.metaKey)) return
    const key = event.key.toLowerCase()
    if (key === 'z' && !event.shiftKey) studio.undo()
    else if (key === 'y' || (key === 'z' && event.shiftKey)) studio.redo()
    else return
    event.preventDefault()
  })
}
