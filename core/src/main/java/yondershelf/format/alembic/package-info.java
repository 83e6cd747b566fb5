/**
 * Alembic archives are recognised and not read: {@link yondershelf.format.alembic.AlembicFormat} says so.
 */
@NullMarked
package yondershelf.format.alembic;

import org.jspecify.annotations.NullMarked;
