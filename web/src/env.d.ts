declare module '@fontsource-variable/*'
declare module '@fontsource/*'
