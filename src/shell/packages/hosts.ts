/** From what a user calls a host (`react@18`, `react`, `html`) to the host and the profile of its version. */

import { readFileSync } from 'node:fs';
import type { HostVersion } from '../../core/crossing/index.js';
import { nearest } from '../../core/findings/nearest.js';
import type { Host } from '../../core/hosts/host.js';
import { HOSTS } from '../../core/hosts/index.js';
import type { Profile, VersionProfile } from '../../core/hosts/profile.js';
import { missingError, usageError } from '../files/error.js';
import { ownPath } from '../files/own.js';
import { lockedVersion } from './lockfile.js';
import { installedVersion, packageAround } from './packages.js';
import { isWithin, measuredFor, versionIn } from './versions.js';

export interface OpenedHost extends HostVersion {
  major: number;
  /** Said when the facts of another version had to stand in. */
  warning: string | null;
}

const PROFILES = new Map<string, Profile>();

/** The facts measured for a host, read once. Throws a SuvetError when the host was never measured. */
export function profileOf(host: Host): Profile {
  const known = PROFILES.get(host.name);
  if (known) return known;
  try {
    const file = ownPath(`dist/core/hosts/${host.factsOf ?? host.name}/profile.json`);
    const profile = JSON.parse(readFileSync(file, 'utf8')) as Profile;
    PROFILES.set(host.name, profile);
    return profile;
  } catch {
    throw missingError(
      'profile-missing',
      `${host.name}: this installation of Suvet holds no profile for it.`,
      'Install Suvet again, or run npm run profiles in its source.',
    );
  }
}

/**
 * Opens a host by name. A version may be left out where the packages installed or declared at or above `folder`
 * tell it. Throws a SuvetError for an unknown host.
 */
export function openHost(named: string, folder: string): OpenedHost {
  const at = named.lastIndexOf('@');
  const name = at > 0 ? named.slice(0, at) : named;
  const host = HOSTS.find((one) => one.name === name);
  if (!host) {
    const near = nearest(
      name,
      HOSTS.map((one) => one.name),
    );
    throw usageError(
      'no-such-host',
      `${name}: there is no such host.`,
      near ? `Did you mean ${near}?` : `There are: ${HOSTS.map((one) => one.name).join(', ')}`,
    );
  }
  const wanted = at > 0 ? named.slice(at + 1) : versionAround(host, folder);
  const { versions } = profileOf(host);
  if (!host.versioned) return opened(host, host.name, versions[0], 0, null);
  if (wanted === null) {
    throw usageError(
      'host-version-unknown',
      `${name}: which version? None is installed or declared here.`,
      `Write it as ${name}@${measuredMajor(versions.at(-1))}.`,
    );
  }
  const version = versionIn(wanted);
  if (!version)
    throw usageError(
      'host-version-unknown',
      `${named}: "${wanted}" is no version.`,
      `Write it as ${name}@${measuredMajor(versions.at(-1))}.`,
    );
  const { major } = version;
  const label = `${name}@${at > 0 ? wanted : major}`;
  // A version named in part (`vue@2`) means any of its kind; what packages want is at least the one they write.
  const exact = measuredFor(versions, at > 0 ? wanted : version.version);
  if (exact) return opened(host, label, exact, major, null);
  const closest = [...versions].sort(
    (a, b) => Math.abs(measuredMajor(a) - major) - Math.abs(measuredMajor(b) - major),
  )[0];
  return opened(
    host,
    label,
    closest,
    major,
    `${label}: was never measured; the facts of ${name}@${measuredMajor(closest)} stand in for it.`,
  );
}

function opened(
  host: Host,
  label: string,
  profile: VersionProfile | undefined,
  major: number,
  warning: string | null,
): OpenedHost {
  if (!profile)
    throw missingError(
      'profile-missing',
      `${label}: its profile holds no version.`,
      'Run npm run profiles in the source of Suvet.',
    );
  return { host, label, profile, major, warning };
}

function measuredMajor(profile: VersionProfile | undefined): number {
  return versionIn(profile?.measured ?? '')?.major ?? 0;
}

/** The version in the lockfile, or the one installed, unless the folder's own package wants another. */
function versionAround(host: Host, folder: string): string | null {
  if (!host.packageName) return null;
  const declared = declaredIn(host.packageName, folder);
  const exact = lockedVersion(host.packageName, folder) ?? installedVersion(host.packageName, folder);
  if (declared === null || exact === null) return exact ?? declared;
  return isWithin(exact, declared) ? exact : declared;
}

/** The hosts that a folder's own packages name, such as `react@18`, in the order of the register. */
export function hostsOfFolder(folder: string): string[] {
  return HOSTS.flatMap((host) => {
    if (!host.packageName || declaredIn(host.packageName, folder) === null) return [];
    const version = versionIn(versionAround(host, folder) ?? '');
    return version ? [`${host.name}@${version.major}`] : [];
  });
}

function declaredIn(packageName: string, folder: string): string | null {
  const manifest = packageAround(folder)?.manifest;
  return (
    manifest?.dependencies?.[packageName] ??
    manifest?.peerDependencies?.[packageName] ??
    manifest?.devDependencies?.[packageName] ??
    null
  );
}
