/** The abilities of the core without a window: each command prints its result, or JSON with {@code --json}. See docs/cli.md. */
@NullMarked
package yondershelf.cli;

import org.jspecify.annotations.NullMarked;
