/**
 * Looks at what the user has built and makes an application of it: {@code JavaSurvey} calls all
 * others. Goes by names and heads of files; no code is followed.
 */
package dev.girdle.java.survey;
