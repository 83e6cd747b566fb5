/**
 * What must survive a power cut, a kill and a hostile folder: {@link yondershelf.disk.Disk} writes files whole or not at all,
 * {@link yondershelf.disk.Lock} lets one process at a time write, {@link yondershelf.disk.SealedLine} tells damaged lines from
 * sound ones. The order of syncing follows Pillai et al., "All File Systems Are Not Created Equal", OSDI 2014.
 */
@NullMarked
package yondershelf.disk;

import org.jspecify.annotations.NullMarked;
