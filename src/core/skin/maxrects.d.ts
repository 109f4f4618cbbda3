/** The package’s own entry gives nothing to Node; its module does. */
declare module 'maxrects-packer/dist/maxrects-packer.mjs' {
  export * from 'maxrects-packer'
}
