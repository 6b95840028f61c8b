declare module '@fontsource-variable/archivo/wdth.css';
declare module '@fontsource-variable/newsreader/wght-italic.css';
declare module '@fontsource-variable/newsreader/wght.css';
