/**
 * Java: class files, jars, manifests, services, and the artifacts that start them.
 *
 * <p>Survey is {@code JavaSurvey} and what it calls; the walk's part is {@code JavaLinkage}; the
 * artifacts' shapes are the classes named {@code …Layout}. Only {@link
 * dev.girdle.java.JavaEcosystem} is for others, and they know it by its interface alone.
 */
package dev.girdle.java;
