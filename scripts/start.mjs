// npm start: serves the person's own studio, empty the first time.
import { build, install, serve } from './house.mjs';

await install();
await build();
serve({ data: process.env.GLASSINE_DATA || './data', port: 3200 });
