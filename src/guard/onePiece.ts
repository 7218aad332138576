/**
 * A page is sent in one piece: what goes wrong in its last part is said in words too and not cut off
 * in the middle, and hundreds of small pieces cost more to send than a page takes to make. What is no
 * page goes as it is.
 */
export const inOnePiece = async (reply: Response): Promise<Response> =>
  reply.headers.get('content-type')?.startsWith('text/html')
    ? new Response(await reply.arrayBuffer(), reply)
    : reply;
