/**
 * What drives what: a layer has properties with a low and a high end, a drive lets a falloff act on one of them through a
 * response curve.
 */
package org.lumbrit.core.drive;
