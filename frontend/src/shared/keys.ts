/** Whether a key belongs to a field being typed in rather than to the sheet. */
export function typing(event: KeyboardEvent): boolean {
  const target = event.target
  if (!(target instanceof HTMLElement)) return false
  return (
    target.isContentEditable ||
    ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName) ||
    target.closest('.el-overlay, .el-select') !== null
  )
}
