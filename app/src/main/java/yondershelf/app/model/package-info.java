/** What the views share: the workspace, commands, and conversions between the core's content and the toolkit's. */
@NullMarked
package yondershelf.app.model;

import org.jspecify.annotations.NullMarked;
