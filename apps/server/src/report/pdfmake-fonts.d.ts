declare module 'pdfmake/fonts/Roboto.js' {
  const fonts: { readonly Roboto: Record<'normal' | 'bold' | 'italics' | 'bolditalics', string> };
  export default fonts;
}
