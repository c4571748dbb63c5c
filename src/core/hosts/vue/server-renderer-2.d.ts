/** What is used of the server renderer of version 2.7, which ships no types for this entry. */
declare module 'vue-server-renderer/basic.js' {
  const renderToString: (app: object, done: (error: Error | null, text?: string) => void) => void;
  export default renderToString;
}
