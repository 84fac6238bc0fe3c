/**
 * Rules carried to another ground: what refers to what is walked generically, places and props are found again by name, heights and
 * lengths are carried as the user says.
 */
package org.lumbrit.core.adapt;
