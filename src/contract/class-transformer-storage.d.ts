/** The package ships this module without its types; OpenAPI needs it to know the classes of nested answers. */
declare module 'class-transformer/cjs/storage' {
  export { defaultMetadataStorage } from 'class-transformer/types/storage';
}
