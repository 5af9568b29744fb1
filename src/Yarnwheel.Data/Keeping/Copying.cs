using Microsoft.Data.Sqlite;

namespace Yarnwheel.Data.Keeping;

/// <summary>Copies a file or a database as it is now.</summary>
internal static class Copying
{
    /// <summary>A file's content, without the original's rights, which forbid writing.</summary>
    public static void File(string from, string to)
    {
        using var source = System.IO.File.OpenRead(from);
        using var target = System.IO.File.Create(to);
        source.CopyTo(target);
    }

    /// <summary>A database by SQLite's own way, in one transaction of the target, whoever else has either open (sqlite.org/backup.html).</summary>
    public static void Database(string from, string to)
    {
        using var source = Opened(from, SqliteOpenMode.ReadOnly);
        using var target = Opened(to, SqliteOpenMode.ReadWriteCreate);
        source.BackupDatabase(target);
    }

    private static SqliteConnection Opened(string path, SqliteOpenMode mode)
    {
        var connection = new SqliteConnection(new SqliteConnectionStringBuilder { DataSource = path, Mode = mode, Pooling = false }.ToString());
        connection.Open();
        return connection;
    }
}
