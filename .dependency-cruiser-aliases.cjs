const { join } = require('node:path');

/** SvelteKit's own aliases, told to the checker of the rooms. */
module.exports = {
  resolve: { alias: { $core: join(__dirname, 'src/lib/core'), $lib: join(__dirname, 'src/lib') } }
};
