/** A file to be saved under a name. */
export const attachment = (name: string, bytes: Uint8Array, type = 'application/octet-stream'): Response =>
  new Response(new Uint8Array(bytes), {
    headers: {
      'content-type': type,
      'content-length': `${bytes.length}`,
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
      'cache-control': 'no-store',
    },
  })
