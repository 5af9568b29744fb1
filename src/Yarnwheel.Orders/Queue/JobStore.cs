using Microsoft.Data.Sqlite;

namespace Yarnwheel.Orders.Queue;

/// <summary>Where the job engine keeps its jobs.</summary>
/// <param name="Connection">How the database is reached.</param>
/// <param name="IsShared">Whether it is PostgreSQL, shared by several machines; else SQLite, for one process.</param>
public sealed record JobStore(string Connection, bool IsShared)
{
    /// <summary>A file in the data folder.</summary>
    public static JobStore In(string data) => new(new SqliteConnectionStringBuilder { DataSource = Path.Combine(data, "jobs.db") }.ToString(), false);

    /// <summary>PostgreSQL, shared by several machines.</summary>
    /// <param name="connection">As Npgsql takes it, for example <c>Host=db;Username=yarnwheel;Database=jobs</c>.</param>
    public static JobStore Shared(string connection) => new(connection, true);
}
