/**
 * A root folder to a library of assets and labels. Labels live in one append-only journal per machine, merged by hybrid logical
 * clock (Kulkarni et al., OPODIS 2014), last writer wins per field and per tag; file acts keep what they replace for undo. The
 * files on disk are described in docs/library-format.md.
 */
@NullMarked
package yondershelf.library;

import org.jspecify.annotations.NullMarked;
