package org.lumbrit.core.falloff;

/**
 * What a source has to say of its own settings: a likely mistake, its numbers, and the source that mends it.
 *
 * @param remedy what the better source does, in a few words for a button
 */
public record Remark(String title, String text, String remedy, Source better) {}
