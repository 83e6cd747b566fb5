package yondershelf.format.model;

import java.util.EnumMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Coding;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;

/** Maps gathered one by one with the channel each is taken from, put together where one picture holds several. */
public final class MapChannels {
    /** All of a picture's channels, or its first. */
    public static final char WHOLE = 0;

    private final EnumMap<Role, TextureUse> maps = new EnumMap<>(Role.class);
    private final Map<Role, Character> channels = new EnumMap<>(Role.class);

    /** @param channel r, g, b, a or {@link #WHOLE} */
    public void put(Role role, TextureUse use, char channel) {
        maps.put(role, use);
        channels.put(role, channel);
    }

    /** The maps by role. */
    public Map<Role, TextureUse> maps() {
        return maps;
    }

    /** Drops an opacity that is the alpha of the base color's picture; true when it was. */
    public boolean takeAlpha() {
        boolean shared = channel(Role.OPACITY) == 'a' && same(maps.get(Role.OPACITY), maps.get(Role.BASE_COLOR));
        if (shared) {
            maps.remove(Role.OPACITY);
        }
        return shared;
    }

    /** Makes one map of roughness in G and metalness in B of one picture (glTF 2.0, 3.9.2). */
    public void pack() {
        TextureUse rough = maps.get(Role.ROUGHNESS);
        TextureUse metal = maps.get(Role.METALLIC);
        boolean green = channel(Role.ROUGHNESS) == 'g'
                && rough != null
                && rough.image().coding().isPlain();
        boolean both = channel(Role.METALLIC) == 'b'
                && metal != null
                && same(rough, metal)
                && metal.image().coding().isPlain();
        if (rough != null && green && (both || metal == null)) {
            maps.remove(Role.ROUGHNESS);
            maps.remove(Role.METALLIC);
            maps.put(Role.PACKED, rough);
        }
        // what is left in other channels than the first is taken out of its picture
        maps.replaceAll((role, use) -> {
            char letter = channel(role);
            boolean other = role != Role.PACKED && "gba".indexOf(letter) >= 0;
            boolean inverted = use.image().coding().equals(Coding.INVERTED);
            return other ? use.withImage(use.image().as(Coding.ofChannel(letter, inverted))) : use;
        });
    }

    private char channel(Role role) {
        return channels.getOrDefault(role, WHOLE);
    }

    private static boolean same(@Nullable TextureUse a, @Nullable TextureUse b) {
        return a != null && b != null && a.image().shownName().equals(b.image().shownName());
    }
}
