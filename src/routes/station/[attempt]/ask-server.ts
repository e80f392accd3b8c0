/** Has the server keep something or put it away; what stood in the way, in words, or nothing. */
export async function askServer(address: string, method: 'POST' | 'DELETE', body?: unknown): Promise<string> {
  try {
    const response = await fetch(address, {
      method,
      headers: { 'content-type': 'application/json' },
      ...(body === undefined ? {} : { body: JSON.stringify(body) })
    });
    if (response.ok) return '';
    const { message } = (await response.json()) as { message?: string };
    return message ?? `the server answered ${response.status}`;
  } catch {
    return 'The server was not reached: nothing was kept. Try again.';
  }
}
