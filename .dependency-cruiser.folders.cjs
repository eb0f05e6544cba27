const { options } = require('./.dependency-cruiser.cjs');

/** No folder leads back to itself. Tests are left out: they may reach for whatever they need. */
module.exports = {
  forbidden: [{ name: 'no-folder-circle', severity: 'error', scope: 'folder', from: {}, to: { circular: true } }],
  options: { ...options, exclude: { path: ['(^|/)dist/', '\\.test\\.ts$', '/src/test/'] } },
};
