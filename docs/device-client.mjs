// The smallest bridge: node docs/device-client.mjs http://127.0.0.1:4170 ID TOKEN
const [server, id, token] = process.argv.slice(2);
const headers = { authorization: `Bearer ${token}`, 'content-type': 'application/json' };
for (;;) {
  const samples = [{ atMs: Date.now(), grams: 62.37, stable: true, note: 'the empty flask' }];
  const url = `${server}/api/devices/${id}/samples`;
  const reply = await fetch(url, { method: 'POST', headers, body: JSON.stringify({ samples }) });
  if (!reply.ok) console.error((await reply.json()).error.message);
  await new Promise((wait) => setTimeout(wait, 2000));
}
