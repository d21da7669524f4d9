declare module '@fontsource-variable/*'
declare module '@fontsource/*'
declare module '*.md' {
  import type { Component } from 'vue'
  const page: Component
  export default page
}
