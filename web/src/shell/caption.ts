import type { Field } from '../api/generated';

/** What people read instead of a field's name. */
export const caption = (field: Field) => field.label ?? field.name.charAt(0).toUpperCase() + field.name.slice(1).replaceAll('_', ' ');
