/**
 * Trial runs of finished artifacts, with the machine of whoever made them hidden, and what they
 * bring to light. It runs artifacts and reads what the system tells of them; what follows for the
 * closure is the matter of others.
 */
package dev.girdle.rehearse;
