// What the development server passes on to the API; the origin is the API's own, as it refuses other sites' writes.
const target = `http://127.0.0.1:${process.env.UMBER_PORT ?? 4400}`;
export default { '/api': { target, changeOrigin: true, headers: { Origin: target } } };
