using System.Globalization;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Yarnwheel.Core;
using Yarnwheel.Data.Keeping;
using Yarnwheel.Data.Model;

namespace Yarnwheel.Data.Store;

/// <summary>Brings the database up to date at start: a backup first, then the migrations.</summary>
public static class DatabaseSetup
{
    /// <summary>How to open the database: write-ahead log, every commit flushed to the disk before it is acknowledged.</summary>
    public static void Configure(DbContextOptionsBuilder options, DataFolder folder)
    {
        ArgumentNullException.ThrowIfNull(options);
        ArgumentNullException.ThrowIfNull(folder);
        var connection = new SqliteConnectionStringBuilder { DataSource = folder.Database, ForeignKeys = true, DefaultTimeout = 10 };
        options.UseSqlite(connection.ToString()).AddInterceptors(new FullSync());
    }

    /// <summary>Applies what migrations are missing, after a backup of the file.</summary>
    /// <exception cref="YarnwheelException">A newer version used the database.</exception>
    /// <returns>The path of the backup, or null where none was needed.</returns>
    public static string? Migrate(YarnwheelContext context, DataFolder folder)
    {
        ArgumentNullException.ThrowIfNull(context);
        ArgumentNullException.ThrowIfNull(folder);
        RefuseNewer(context, folder);
        var backup = Backup(context, folder);
        context.Database.Migrate();
        JournalBeginnings.Fill(context);
        context.Database.ExecuteSqlRaw("PRAGMA journal_mode = WAL");
        return backup;
    }

    /// <summary>What a newer version wrote would not be understood, and might be spoilt.</summary>
    private static void RefuseNewer(YarnwheelContext context, DataFolder folder)
    {
        if (!File.Exists(folder.Database) || new FileInfo(folder.Database).Length == 0) return;
        if (Unknown(context) is { } unknown)
            throw new YarnwheelException($"The data folder {folder.Root} was used by a newer Yarnwheel ({unknown}), which this one would not understand. Start that one, or name another folder with --data. Nothing was changed.");
    }

    private static string? Unknown(YarnwheelContext context) => context.Database.GetAppliedMigrations().Except(context.Database.GetMigrations()).FirstOrDefault();

    /// <summary>What a database has that this version does not know; null where it knows all.</summary>
    /// <param name="path">Of a database; only read.</param>
    public static string? UnknownIn(string path)
    {
        var options = new DbContextOptionsBuilder<YarnwheelContext>().UseSqlite(new SqliteConnectionStringBuilder { DataSource = path, Pooling = false }.ToString());
        using var context = new YarnwheelContext(options.Options);
        return Unknown(context);
    }

    private static string? Backup(YarnwheelContext context, DataFolder folder)
    {
        if (!File.Exists(folder.Database) || new FileInfo(folder.Database).Length == 0) return null;
        var pending = context.Database.GetPendingMigrations().ToList();
        if (pending.Count == 0) return null;
        var stamp = DateTime.UtcNow.ToString("yyyyMMdd-HHmmss-fff", CultureInfo.InvariantCulture);
        var backup = Path.Combine(folder.Backups, $"yarnwheel-{stamp}-before-{pending[^1]}.db");
        Copying.Database(folder.Database, backup);
        return backup;
    }
}
