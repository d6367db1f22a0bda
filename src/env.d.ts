/// <reference types="astro/client" />
declare module '*.sql?raw' {
  const text: string;
  export default text;
}
