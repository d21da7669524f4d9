// Answers that come as lines of JSON while the server works.

/** Each line of a body as it comes. */
export async function* linesOf<T>(body: ReadableStream<Uint8Array>): AsyncGenerator<T> {
  const reader = body
    .pipeThrough(new TextDecoderStream() as ReadableWritablePair<string, Uint8Array>)
    .getReader()
  let rest = ''
  for (;;) {
    const { done, value } = await reader.read()
    if (done) return
    const lines = (rest + value).split('\n')
    rest = lines.pop() ?? ''
    for (const line of lines) yield JSON.parse(line) as T
  }
}
