export interface Line {
  done?: number
  of?: number
  ready?: boolean
}

/** Lines of JSON as they arrive, each handed on once it is whole. */
export async function readLines(answer: Response, each: (line: Line) => void): Promise<void> {
  const reader = answer.body!.getReader()
  const words = new TextDecoder()
  let rest = ''
  for (;;) {
    const { done, value } = await reader.read()
    rest += words.decode(value, { stream: !done })
    const lines = rest.split('\n')
    rest = lines.pop()!
    for (const line of lines) if (line.trim()) each(JSON.parse(line) as Line)
    if (done) return
  }
}
