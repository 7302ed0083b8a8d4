/** A font file's address, as the bundler gives it. */
declare module "*.woff2" {
  const address: string;
  export default address;
}
