/** Hands a text or picture to the person as a file. */
export function download(content: string | Blob, type: string, fileName: string): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(typeof content === 'string' ? new Blob([content], { type }) : content)
  link.download = fileName
  link.click()
  URL.revokeObjectURL(link.href)
}
