import 'pdfmake'

/** What the library offers on a server and its published types leave out. */
declare module 'pdfmake' {
  export const virtualfs: { writeFileSync(name: string, content: string, encoding: 'base64'): void }
  export function setUrlAccessPolicy(allow: (url: string) => boolean): void
  export function setLocalAccessPolicy(allow: (path: string) => boolean): void
}
declare module 'pdfmake/build/vfs_fonts.js' {
  const fonts: Record<string, string>
  export default fonts
}
