import { writeDocs } from './docs';

for (const path of writeDocs(process.cwd())) console.log(path);
