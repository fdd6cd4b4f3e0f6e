export * from './armature-ring.ts';
export * from './dc-machine.ts';
