/** The job in open formats. */
export function Exports({ jobId, signed = false }: { jobId: string; signed?: boolean }) {
  const links = [
    ['job.json', 'Whole job, JSON'],
    ['readings.csv', 'Readings, CSV'],
    ...(signed ? [['signed.json', 'Signed sheet, JSON']] : []),
  ];
  return (
    <div className="flex flex-wrap gap-3">
      {links.map(([file, label]) => (
        <a key={file} className="btn" href={`/jobs/${jobId}/${file}`} download>
          {label}
        </a>
      ))}
    </div>
  );
}
