/** The desktop application: one window with places, shelf and table side by side. All computing is done in the core. */
@NullMarked
package yondershelf.app;

import org.jspecify.annotations.NullMarked;
