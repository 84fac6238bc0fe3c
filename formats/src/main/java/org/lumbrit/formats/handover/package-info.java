/**
 * What is handed over to other programs, and how it is packed.
 */
package org.lumbrit.formats.handover;
