/** What the user has built becomes an application: packages, their links, what can be started. */
package dev.girdle.node.survey;
