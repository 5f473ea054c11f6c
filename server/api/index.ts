export { default } from './[...]';
