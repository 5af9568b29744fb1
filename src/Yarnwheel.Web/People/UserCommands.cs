using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Yarnwheel.Core;
using Yarnwheel.Data.Model;
using Yarnwheel.Data.Store;
using Yarnwheel.Web.Hosting;

namespace Yarnwheel.Web.People;

/// <summary>yarnwheel-web user add NAME [--guest], password NAME, role NAME owner|guest, remove NAME, list: with --data for another data folder; also while the application runs.</summary>
internal static class UserCommands
{
    private const string Usage = """
        yarnwheel-web user add NAME [--guest]        an account: an owner has photos, a guest looks at what is shared
        yarnwheel-web user password NAME             another password; whoever is signed in by the old one is signed out
        yarnwheel-web user role NAME owner|guest
        yarnwheel-web user remove NAME               the photos stay, and belong to all owners
        yarnwheel-web user list
        A password is asked for, or read from standard input. --data DIR names another data folder.
        """;

    public static bool Are(string[] args) => args is ["user", ..];

    /// <returns>0 where it was done, 1 where it was refused, 2 where the command can't be understood.</returns>
    public static async Task<int> RunAsync(string[] args, TextReader input, TextWriter output, TextWriter errors)
    {
        var words = args.Skip(1).TakeWhile(a => !a.StartsWith("--", StringComparison.Ordinal)).ToArray();
        var rest = args.Skip(1 + words.Length).Where(a => a != "--guest").ToArray();
        try
        {
            var folder = new DataFolder(StartOptions.From(new ConfigurationBuilder().AddCommandLine(rest).Build(), rest).Data);
            var services = new ServiceCollection().AddLogging();
            services.AddAccounts(folder);
            await using var provider = services.BuildServiceProvider();
            await using var scope = provider.CreateAsyncScope();
            await Accounts.PrepareAsync(scope.ServiceProvider);
            var people = scope.ServiceProvider.GetRequiredService<UserManager<IdentityUser>>();
            switch (words)
            {
                case ["list"]:
                    foreach (var one in people.Users.OrderBy(u => u.UserName).ToList())
                        await output.WriteLineAsync($"{one.UserName}\t{string.Join(", ", await people.GetRolesAsync(one))}{(await people.IsLockedOutAsync(one) ? "\tlocked out for a while" : "")}");
                    return 0;
                case ["add", var name]:
                    if (name.Length > Accounts.LongestName) throw new YarnwheelException($"A name has at most {Accounts.LongestName} characters.");
                    var role = args.Contains("--guest") ? Roles.Guest : Roles.Owner;
                    var added = new IdentityUser(name);
                    Accounts.Check(await people.CreateAsync(added, await PasswordAsync(name, input, output)));
                    Accounts.Check(await people.AddToRoleAsync(added, role));
                    await output.WriteLineAsync($"{name} can sign in as {role}.");
                    return 0;
                case ["password", var name]:
                    var known = await FindAsync(people, name);
                    var password = await PasswordAsync(name, input, output);
                    // Looked at before the old one goes.
                    foreach (var rule in people.PasswordValidators) Accounts.Check(await rule.ValidateAsync(people, known, password));
                    Accounts.Check(await people.RemovePasswordAsync(known));
                    Accounts.Check(await people.AddPasswordAsync(known, password));
                    Accounts.Check(await people.SetLockoutEndDateAsync(known, null));
                    await output.WriteLineAsync($"{name} has another password.");
                    return 0;
                case ["role", var name, Roles.Owner or Roles.Guest]:
                    var one1 = await FindAsync(people, name);
                    Accounts.Check(await people.RemoveFromRolesAsync(one1, await people.GetRolesAsync(one1)));
                    Accounts.Check(await people.AddToRoleAsync(one1, words[2]));
                    Accounts.Check(await people.UpdateSecurityStampAsync(one1));
                    await output.WriteLineAsync($"{name} is {words[2]} now.");
                    return 0;
                case ["remove", var name]:
                    var gone = await FindAsync(people, name);
                    Accounts.Check(await people.DeleteAsync(gone));
                    if (File.Exists(folder.Database)) await new OwnerShelf(Contexts.Of(folder)).LeaveAsync(gone.UserName!);
                    await output.WriteLineAsync($"{name} can't sign in any more; the photos belong to all owners now.");
                    return 0;
                default:
                    await errors.WriteLineAsync(Usage);
                    return 2;
            }
        }
        catch (YarnwheelException exception)
        {
            await errors.WriteLineAsync(exception.Message);
            return 1;
        }
    }

    private static async Task<IdentityUser> FindAsync(UserManager<IdentityUser> people, string name) =>
        await people.FindByNameAsync(name) ?? throw new YarnwheelException($"There is no account {name}. “yarnwheel-web user list” names those there are.");

    private static async Task<string> PasswordAsync(string name, TextReader input, TextWriter output)
    {
        if (!ReferenceEquals(input, Console.In) || Console.IsInputRedirected) return await input.ReadLineAsync() ?? "";
        await output.WriteAsync($"Password of {name}: ");
        var typed = new System.Text.StringBuilder();
        while (Console.ReadKey(intercept: true) is { Key: not ConsoleKey.Enter } key)
        {
            if (key.Key != ConsoleKey.Backspace) typed.Append(key.KeyChar);
            else if (typed.Length > 0) typed.Length--;
        }
        await output.WriteLineAsync();
        return typed.ToString();
    }
}
