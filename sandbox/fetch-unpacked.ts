/**
 * Fetches a file that was packed with gzip, and unpacks it. Tells how much of the packed bytes is there. Throws
 * where it cannot be had whole.
 */
export async function fetchUnpacked(
  url: URL,
  onProgress: (done: number, of: number) => void,
): Promise<ArrayBuffer> {
  const response = await fetch(url)
  if (!response.ok || !response.body) throw new Error(`${url.pathname} could not be loaded.`)
  const of = Number(response.headers.get('content-length') ?? 0)
  let done = 0
  const counting = new TransformStream<Uint8Array<ArrayBuffer>, Uint8Array<ArrayBuffer>>({
    transform(chunk, controller) {
      done += chunk.byteLength
      onProgress(done, Math.max(of, done))
      controller.enqueue(chunk)
    },
  })
  const unpacked = response.body.pipeThrough(counting).pipeThrough(new DecompressionStream('gzip'))
  return new Response(unpacked).arrayBuffer()
}
