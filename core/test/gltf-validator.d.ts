declare module 'gltf-validator';
