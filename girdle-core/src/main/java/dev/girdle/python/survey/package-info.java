/** What the user has built becomes an application: projects, environments, scripts. */
package dev.girdle.python.survey;
