/** A file's bytes, or a text's in UTF-8, in base64 as a request carries them. */
export async function contentOf(source: Blob | string): Promise<string> {
  const bytes = new Uint8Array(
    typeof source === 'string' ? new TextEncoder().encode(source) : await source.arrayBuffer(),
  )
  let binary = ''
  const STEP = 0x8000
  for (let at = 0; at < bytes.length; at += STEP) binary += String.fromCharCode(...bytes.subarray(at, at + STEP))
  return btoa(binary)
}
